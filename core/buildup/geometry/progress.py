"""Who waits for long work is told how far it is, and can end it.

The work itself knows nothing of clocks or windows: whoever calls for it names a listener, which
hears how much is done, and raises what ends the work.

The listener comes with the context of the call (a `ContextVar`, so one a thread), not as an
argument: it concerns some thirty pure functions between the one that begins and the three that
count, none of which has another reason to know of it; and no result depends on who listens.
"""

from collections.abc import Iterable, Iterator, Sequence
from contextlib import contextmanager
from contextvars import ContextVar
from typing import Protocol, TypeVar


class Listener(Protocol):
    """Hears of long work."""

    def begins(self, pairs: int) -> None:
        """Regions are being made of so many pairs of curves that may meet."""

    def far(self, part: float) -> None:
        """How much of that is done, from 0 to 1."""


T = TypeVar("T")
Stage = tuple[float, float]
"""From which part of the work to which one."""
MEETING: Stage = (0.0, 0.5)
WINDING: Stage = (0.5, 0.65)
PUTTING_TOGETHER: Stage = (0.75, 1.0)

EVERY = 64
"""Pieces of work between two reports: some milliseconds."""

_ear: ContextVar[Listener | None] = ContextVar("ear", default=None)


@contextmanager
def reporting_to(ear: Listener | None) -> Iterator[None]:
    """Work done inside is told to an ear; None: to nobody."""
    token = _ear.set(ear)
    try:
        yield
    finally:
        _ear.reset(token)


def add_work(pairs: int) -> None:
    """Tell of work that takes as long as so many pairs of curves."""
    ear = _ear.get()
    if ear is not None:
        ear.begins(pairs)


@contextmanager
def stage_of_work(start: float, end: float) -> Iterator[None]:
    """Work done inside is told as a part of the whole, from one share of it to another."""
    ear = _ear.get()
    with reporting_to(None if ear is None else _Scaled(ear, start, end - start)):
        yield


class _Scaled:
    """Tells what it hears as a part of the whole."""

    def __init__(self, ear: Listener, start: float, share: float) -> None:
        self._ear, self._start, self._share = ear, start, share

    def begins(self, pairs: int) -> None:
        """Passed on."""
        self._ear.begins(pairs)

    def far(self, part: float) -> None:
        """Passed on, scaled."""
        self._ear.far(self._start + self._share * part)


def done(part: float) -> None:
    """Tell how much of it is done, from 0 to 1."""
    ear = _ear.get()
    if ear is not None:
        ear.far(part)


def with_progress(work: Sequence[T], stage: Stage) -> Iterable[T]:
    """Pieces of work, one after the other, while it is told how far they are.

    Args:
        work: the pieces.
        stage: which part of the whole they are.

    >>> list(with_progress("ab", MEETING))
    ['a', 'b']
    """
    ear = _ear.get()
    if ear is None:
        return work
    if stage is MEETING:
        ear.begins(len(work))
    return _reported(work, stage, ear)


def _reported(work: Sequence[T], stage: Stage, ear: Listener) -> Iterator[T]:
    start, end = stage
    for done, piece in enumerate(work):
        if done % EVERY == 0:
            ear.far(start + (end - start) * done / len(work))
        yield piece
