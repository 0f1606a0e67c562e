"""Edits that take long: how far each is, and whether it is to be stopped.

The one process tells the others through the cache, past the transaction that the edit is in.
"""

import time
from contextlib import suppress

from django.core.cache import cache

from common.messages import refusal

AFTER = 0.5
"""Seconds before anything is told: most edits are done by then."""
EVERY = 0.3
"""Seconds between two reports, which also ask whether to stop."""
LONGEST = 90.0
"""Seconds that one edit may take."""
KEPT = 60
"""Seconds that a report or a wish to stop is kept."""


class ProgressReporter:
    """Hears how far an edit is, as `progress.reporting_to` wants it, and may end it.

    Raises:
        Refusal: `stopped`, `too_long`.

    """

    def __init__(self, user_id: int, command_id: str) -> None:
        self._about = (user_id, command_id)
        self._next = time.monotonic() + AFTER
        self._until = time.monotonic() + LONGEST

    def begins(self, pairs: int) -> None:
        """More work; how much of it is done says the next report."""

    def far(self, part: float) -> None:
        """How far it is, from 0 to 1."""
        now = time.monotonic()
        if now < self._next:
            return
        self._next = now + EVERY
        if now > self._until:
            raise refusal("too_long.edit")
        with suppress(OSError):  # a full disk keeps no edit from being done
            if cache.get(_key("stop", *self._about)):
                raise refusal("stopped")
            cache.set(_key("far", *self._about), part, KEPT)


def progress_of(user_id: int, command_id: str) -> float | None:
    """How far an edit is, from 0 to 1; None where nothing is known of it."""
    found: float | None = cache.get(_key("far", user_id, command_id))
    return found


def stop(user_id: int, command_id: str) -> None:
    """Let an edit end without a result; one that is done stays."""
    cache.set(_key("stop", user_id, command_id), True, KEPT)


def _key(what: str, user_id: int, command_id: str) -> str:
    return f"{what}-{user_id}-{command_id}"
