"""Django's test runner, which also says where the time went."""

import os
import time
import unittest
from typing import Any

from django.test.runner import DiscoverRunner

SLOWEST = int(os.environ.get("BUILDUP_SLOWEST", "12"))
"""Tests that are named, where there are so many."""


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
    """Names the slowest tests below the result."""

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
