"""The simulated cutter at its loopback port, until it is stopped."""

from typing import Any

from django.conf import settings
from django.core.management.base import BaseCommand

from cutting.tableserver import TableServer


class Command(BaseCommand):
    """Listens at the port of `settings.CUTTER`."""

    help = "Runs the cutting table."
    requires_system_checks: list[str] = []

    def handle(self, *_args: Any, **_options: Any) -> None:
        """Serve until a signal comes."""
        with TableServer(settings.CUTTER[1]) as table:
            try:
                table.serve_forever()
            except KeyboardInterrupt:
                return
