"""Accounts that were made before they had a model of their own become those of this one."""

from django.db import transaction
from django.db.backends.base.base import BaseDatabaseWrapper
from django.db.migrations.recorder import MigrationRecorder

FIRST = ("people", "0001_initial")


def adopt(connection: BaseDatabaseWrapper) -> bool:
    """Note that the tables of accounts are there already, and whose they are; whether it had to.

    Everything stays where it is: the model has the name, the table and the columns of before. It
    cannot be a migration, as others that are long done wait for the first one of accounts.
    """
    recorder = MigrationRecorder(connection)
    done = recorder.applied_migrations() if recorder.has_table() else {}
    if FIRST in done or ("studio", "0001_initial") not in done:
        return False
    with transaction.atomic(using=connection.alias), connection.cursor() as cursor:
        recorder.record_applied(*FIRST)
        cursor.execute(
            "UPDATE django_content_type SET app_label = 'people'"
            " WHERE app_label = 'auth' AND model = 'user'"
        )
    return True
