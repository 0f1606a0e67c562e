"""One mutation at a time where two of them would stop each other."""

from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

from django.db import connection, transaction
from django.db.utils import OperationalError

P = ParamSpec("P")
R = TypeVar("R")

DEADLOCK = 1213
"""MariaDB: this transaction was given up, so that another one could go on."""
TRIES = 5


def in_transaction(act: Callable[P, R]) -> Callable[P, R]:
    """The action in a transaction of its own; one that was given up for another starts again."""

    @wraps(act)
    def acting(*args: P.args, **named: P.kwargs) -> R:
        left = 1 if connection.in_atomic_block else TRIES
        while True:
            left -= 1
            try:
                with transaction.atomic():
                    return act(*args, **named)
            except OperationalError as problem:
                if left == 0 or problem.args[:1] != (DEADLOCK,):
                    raise

    return acting
