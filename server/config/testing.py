"""Django's test runner, which also says where the time went."""

import os
import time
import unittest
from typing import Any

from django.db import connection
from django.test import TransactionTestCase
from django.test.runner import DiscoverRunner

SLOWEST = int(os.environ.get("BUILDUP_SLOWEST", "12"))
"""Tests that are named, where there are so many."""


STAY = frozenset({"django_migrations", "django_content_type", "auth_permission"})
"""Tables that migrations fill."""


def empty_tables(_test: TransactionTestCase) -> None:
    """Delete all rows that a test has left.

    Django's own way goes through all tables as well, and makes permissions anew each time: it took
    longer than many tests do.
    """
    with connection.cursor() as cursor:
        cursor.execute("SET FOREIGN_KEY_CHECKS = 0")
        for table in set(connection.introspection.table_names(cursor)) - STAY:
            cursor.execute(f"DELETE FROM {connection.ops.quote_name(table)}")  # noqa: S608
        cursor.execute("SET FOREIGN_KEY_CHECKS = 1")


class TimedResult(unittest.TextTestResult):
    """Notes how long each test took, with what sets it up."""

    def __init__(self, *args: Any, **named: Any) -> None:
        super().__init__(*args, **named)
        self.times: list[tuple[float, str]] = []
        self._began = 0.0

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        """It begins."""
        self._began = time.monotonic()
        super().startTest(test)

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802
        """It has ended, well or not."""
        super().stopTest(test)
        self.times.append((time.monotonic() - self._began, test.id()))


class TimedRunner(DiscoverRunner):
    """Names the slowest tests below the result; empties tables in a quick way."""

    def setup_test_environment(self, **named: Any) -> None:
        """As usual."""
        super().setup_test_environment(**named)
        setattr(TransactionTestCase, "_fixture_teardown", empty_tables)  # noqa: B010

    def get_resultclass(self) -> type[unittest.TextTestResult]:
        """That which notes times."""
        return super().get_resultclass() or TimedResult

    def suite_result(self, suite: unittest.TestSuite, result: Any, **named: Any) -> int:
        """Failures and errors; the slowest are told on the way."""
        if len(times := getattr(result, "times", [])) > SLOWEST:
            self.log(f"{sum(t for t, _ in times):.0f} s in tests; the slowest:")
            for took, name in sorted(times, reverse=True)[:SLOWEST]:
                self.log(f"  {took:5.1f} s  {name}")
        return super().suite_result(suite, result, **named)
