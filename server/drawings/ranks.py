"""Numbers that keep what lies in a container in order, as few of them changed as possible."""

from collections.abc import Callable, Mapping, Sequence, Set
from itertools import pairwise

Known = Callable[[Sequence[str]], Mapping[str, float]]
"""Reads the ranks of some items."""


def new_ranks(order: Sequence[str], moved: Set[str], known: Known) -> dict[str, float]:
    """The ranks to write so that `order` is ascending.

    Only the neighbours of what was moved are read; each run of moved items is spread evenly
    between its two neighbours. When doubles run out of room there, everything is numbered anew.

    Args:
        order: all that lies in the container, back to front.
        moved: those whose ranks do not hold any more.
        known: reads ranks of others among them.

    """
    runs = _runs(order, moved)
    ranks = known([i for before, _, after in runs for i in (before, after) if i is not None])
    written: dict[str, float] = {}
    for before, run, after in runs:
        low = None if before is None else ranks[before]
        high = None if after is None else ranks[after]
        spread = _between(low, high, len(run))
        rising = [low, *spread, high]
        sound = [r for r in rising if r is not None]
        if any(a >= b for a, b in pairwise(sound)):
            return {i: float(n) for n, i in enumerate(order)}
        written |= zip(run, spread, strict=True)
    return written


def _runs(order: Sequence[str], moved: Set[str]) -> list[tuple[str | None, list[str], str | None]]:
    """Each run of moved items, with the neighbours on both sides that stayed."""
    runs: list[tuple[str | None, list[str], str | None]] = []
    before: str | None = None
    run: list[str] = []
    for item_id in order:
        if item_id in moved:
            run.append(item_id)
            continue
        if run:
            runs.append((before, run, item_id))
            run = []
        before = item_id
    return [*runs, (before, run, None)] if run else runs


def _between(low: float | None, high: float | None, count: int) -> list[float]:
    """Numbers that rise between two, or on from one of them."""
    if high is None:
        start = 0.0 if low is None else low + 1.0
        return [start + n for n in range(count)]
    if low is None:
        return [high - count + n for n in range(count)]
    return [low + (high - low) * ((n + 1) / (count + 1)) for n in range(count)]
