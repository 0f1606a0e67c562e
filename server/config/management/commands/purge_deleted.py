"""What is over: old drawings in bins, notes of requests, sessions, tries to sign in."""

from argparse import ArgumentParser
from datetime import timedelta

from axes.models import AccessAttempt
from common.models import IdempotencyKey
from django.conf import settings
from django.core.management import call_command
from django.core.management.base import BaseCommand
from django.utils import timezone
from drawings.services.purging import purge

NOTED = timedelta(days=2)
"""For so long a request that makes something may be sent again."""


class Command(BaseCommand):
    """Deletes for good what has lain in a bin for longer than it may; to be run once a day."""

    help = "Permanently delete what has been in a bin for too long, and other expired data."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """`--days`: how long the bin keeps things."""
        parser.add_argument("--days", type=int, default=settings.BIN_DAYS)

    def handle(self, *args: object, **options: int) -> None:
        """Do it; a drawing at a time."""
        now = timezone.now()
        count = purge(now - timedelta(days=options["days"]))
        IdempotencyKey.objects.filter(created__lt=now - NOTED).delete()
        call_command("clearsessions")
        AccessAttempt.objects.filter(attempt_time__lt=now - settings.AXES_COOLOFF_TIME).delete()
        if count and options["verbosity"]:
            self.stdout.write(f"Permanently deleted: {count} drawings.")
