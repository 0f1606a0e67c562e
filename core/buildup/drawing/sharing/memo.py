"""What was worked out about items, kept as long as nothing it was read from changes."""

from collections.abc import Callable, Iterable
from typing import Any, Generic, TypeVar

from buildup.drawing.sharing.layered import MOST_OVER

T = TypeVar("T")
MOST_EACH = 128
"""Results of one piece of work on an item that are kept: one for each image of a kaleidoscope."""


class Memo:
    """Results by item, and there by the work that gave them.

    What is kept about an item may only have been read from that item and from what it holds, so
    that an edit forgets the items it touches and the containers around them, and nothing else.
    Drawings that differ by an edit share all the rest.
    """

    __slots__ = ("_base", "_last", "_over", "made")

    def __init__(self) -> None:
        self._base: dict[str, dict[object, Any]] = {}
        self._over: dict[str, dict[object, Any]] = {}
        """Of the items that are otherwise than in the drawings that share the rest."""
        self._last: dict[object, tuple[object, Any]] = {}
        self.made = 0
        """Results worked out so far, in this memo and those it came from: for tests."""

    def _of(self, item_id: str) -> dict[object, Any]:
        known = self._over.get(item_id)
        return self._base.setdefault(item_id, {}) if known is None else known

    def of(self, item_id: str, work: object, make: Callable[[], T]) -> T:
        """The result of a piece of work on an item, worked out at the first time."""
        known = self._of(item_id)
        if work not in known:
            self.made += 1
            known[work] = make()
        result: T = known[work]
        return result

    def of_each(self, item_id: str, work: object, key: object, make: Callable[[], T]) -> T:
        """As `of`, for work whose results hang on something else as well, as on a map.

        Only the last `MOST_EACH` of them are kept: while the hand turns things under other things,
        there is a new one for each place on its way.
        """
        each: dict[object, Any] = self._of(item_id).setdefault(work, {})
        if key not in each:
            self.made += 1
            made = make()
            while len(each) >= MOST_EACH:
                each.pop(next(iter(each)))
            each[key] = made
        result: T = each[key]
        return result

    def has_each(self, item_id: str, work: object, key: object) -> bool:
        """Whether `of_each` has a result already."""
        return key in self._of(item_id).get(work, ())

    def last(self, work: object, key: object, make: Callable[[], T]) -> T:
        """The result of a piece of work on the whole drawing, as long as it is asked of the same.

        For what a drag asks at every move: only the last result is kept, and it goes with the
        drawing.
        """
        known = self._last.get(work)
        if known is None or known[0] != key:
            self._last[work] = known = (key, make())
        result: T = known[1]
        return result

    def without(self, ids: Iterable[str]) -> "Memo":
        """The memo for a drawing in which some items changed, or what they hold did."""
        after = Memo()
        after._base, after.made = self._base, self.made
        after._over = self._over | {item_id: {} for item_id in ids}
        if len(after._over) > MOST_OVER:
            after._base, after._over = self._base | after._over, {}
        return after


class LastResult(Generic[T]):
    """The last result of a piece of work, for as long as it is read from the very same values.

    For what a drag asks of the same things at every move.
    """

    __slots__ = ("_kept",)

    def __init__(self) -> None:
        self._kept: tuple[tuple[object, ...], T] | None = None

    def of(self, read_from: tuple[object, ...], make: Callable[[], T]) -> T:
        """The result for some values, which may not change; worked out unless it was the last."""
        kept = self._kept
        if kept is not None and all(a is b for a, b in zip(kept[0], read_from, strict=True)):
            return kept[1]
        made = make()
        self._kept = (read_from, made)
        return made
