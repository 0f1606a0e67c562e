"""Django's own command, after accounts of the first form have been adopted."""

from typing import Any

from django.core.management.commands import migrate
from django.db import connections

from accounts.adopting import adopt


class Command(migrate.Command):
    """Brings the tables to the form of this program."""

    def handle(self, *args: Any, **options: Any) -> None:
        """Adopt, then migrate."""
        adopt(connections[options["database"]])
        super().handle(*args, **options)
