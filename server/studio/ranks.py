"""Numbers that keep items in order, changing as few of them as possible."""

from bisect import bisect_left
from collections.abc import Mapping, Sequence


def new_ranks(old: Mapping[str, float], order: Sequence[str]) -> dict[str, float]:
    """The ranks to write so that `order` is ascending; ids whose rank still fits are left out.

    A moved item gets the middle between its neighbours; when doubles run out of room between two
    neighbours, everything is numbered anew.
    """
    kept = _longest_rise([(i, old[i]) for i in order if i in old])
    ranks = {i: old[i] for i in kept}
    changed: dict[str, float] = {}
    following = _next_kept(order, ranks)
    last: float | None = None
    for item_id in order:
        if item_id not in ranks:
            after = following[item_id]
            rank = _between(last, None if after is None else ranks[after])
            if (last is not None and rank <= last) or (after is not None and rank >= ranks[after]):
                return {i: float(n) for n, i in enumerate(order)}
            ranks[item_id] = changed[item_id] = rank
        last = ranks[item_id]
    return changed


def _between(low: float | None, high: float | None) -> float:
    if low is None:
        return 0.0 if high is None else high - 1.0
    return low + 1.0 if high is None else (low + high) / 2.0


def _next_kept(order: Sequence[str], kept: Mapping[str, float]) -> dict[str, str | None]:
    found: dict[str, str | None] = {}
    after: str | None = None
    for item_id in reversed(order):
        found[item_id] = after
        if item_id in kept:
            after = item_id
    return found


def _longest_rise(ranked: Sequence[tuple[str, float]]) -> list[str]:
    """The longest subsequence with rising ranks, so that as many as possible stay."""
    tops: list[float] = []
    ends: list[int] = []
    before: list[int] = []
    for index, (_, rank) in enumerate(ranked):
        place = bisect_left(tops, rank)
        before.append(ends[place - 1] if place else -1)
        tops[place : place + 1] = [rank]
        ends[place : place + 1] = [index]
    kept: list[str] = []
    index = ends[-1] if ends else -1
    while index >= 0:
        kept.append(ranked[index][0])
        index = before[index]
    return kept[::-1]
