"""All that the store needs before the server is started, in one process."""

from argparse import ArgumentParser

from catalogue.vocabulary import vocabulary
from django.core.management import call_command
from django.core.management.base import BaseCommand


class Command(BaseCommand):
    """Brings the tables and what is derived from the items to the form of this program."""

    help = "Make the store ready for the server; with --demo, fill it where it is empty."

    def add_arguments(self, parser: ArgumentParser) -> None:
        """`--demo`: the drawings of the invented workshop."""
        parser.add_argument("--demo", action="store_true")

    def handle(self, *args: object, **options: object) -> None:
        """Do it, step by step; each does nothing where it has been done."""
        call_command("migrate", verbosity=0, skip_checks=True)
        call_command("show_anew", stale=True, verbosity=0)
        call_command("purge_deleted", verbosity=0)
        vocabulary()
        if options["demo"]:
            call_command("load_demo", stdout=self.stdout)
