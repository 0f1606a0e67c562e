"""Patches: what changes of a long outline of which few anchors change.

An edit puts whole items; where that is much more than what it changed, the change is kept and told
as a patch, so that a step of a long outline is as small as one of a short one.
"""

from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, replace
from itertools import pairwise

from buildup.contours.anchors import Anchor, Contour, anchor_count
from buildup.contours.runs import LONG
from buildup.drawing.itemtypes import Item, Outline

Anchors = tuple[Anchor, ...]
ONE = 4
"""Anchors that a patch weighs on its own: those nearer to each other go into one."""
MOST = 0.5
"""Share of a contour's anchors from which on the outline is put whole."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Patch:
    """Neighbouring anchors that take the place of others in a contour of an outline.

    Args:
        item: the outline's id.
        contour: which of its contours.
        at: the index of the first anchor that goes.
        gone: how many go.
        anchors: those that come instead.

    """

    item: str
    contour: int
    at: int
    gone: int
    anchors: tuple[Anchor, ...] = ()

    def applied(self, item: Item) -> Outline:
        """The outline after it.

        Raises:
            KeyError: the patch was made for another outline.
        """
        outline, path = self._found(item)
        anchors = (*path.anchors[: self.at], *self.anchors, *path.anchors[self.at + self.gone :])
        contours = list(outline.contours)
        contours[self.contour] = replace(path, anchors=anchors)
        return replace(outline, contours=tuple(contours))

    def inverse(self, item: Item) -> "Patch":
        """The patch that takes this one back, of the outline before it.

        Raises:
            KeyError: as `applied`.
        """
        _, path = self._found(item)
        before = path.anchors[self.at : self.at + self.gone]
        return replace(self, gone=len(self.anchors), anchors=before)

    def then(self, later: "Patch") -> "Patch | None":
        """One patch for this one and the one after it; None where they touch different anchors."""
        if (later.item, later.contour) != (self.item, self.contour):
            return None
        end, start = self.at + len(self.anchors), later.at - self.at
        if start < 0 or later.at + later.gone > end:
            return None
        after = self.anchors[start + later.gone :]
        return replace(self, anchors=(*self.anchors[:start], *later.anchors, *after))

    def apart_from(self, other: "Patch") -> bool:
        """Whether the two come to the same in either order."""
        if (other.item, other.contour) != (self.item, self.contour):
            return True
        if len(self.anchors) != self.gone or len(other.anchors) != other.gone:
            return False
        return self.at + self.gone <= other.at or other.at + other.gone <= self.at

    def _found(self, item: Item) -> tuple[Outline, Contour]:
        if not isinstance(item, Outline) or not 0 <= self.contour < len(item.contours):
            raise KeyError(self.item)
        path = item.contours[self.contour]
        if not 0 <= self.at <= self.at + self.gone <= len(path.anchors):
            raise KeyError(self.item)
        return item, path


def patched(items: Mapping[str, Item], patches: Iterable[Patch]) -> dict[str, Item]:
    """What some items come to by patches, one after the other.

    Raises:
        KeyError: they were made for other items.
    """
    after: dict[str, Item] = {}
    for patch in patches:
        after[patch.item] = patch.applied(after.get(patch.item) or items[patch.item])
    return after


def taken_back(items: Mapping[str, Item], patches: Iterable[Patch]) -> tuple[Patch, ...]:
    """The patches that take some back, of the items before them.

    Raises:
        KeyError: as `patched`.
    """
    now: dict[str, Item] = {}
    back: list[Patch] = []
    for patch in patches:
        item = now.get(patch.item) or items[patch.item]
        back.append(patch.inverse(item))
        now[patch.item] = patch.applied(item)
    return tuple(reversed(back))


def joined(patches: Iterable[Patch]) -> tuple[Patch, ...]:
    """The same patches in as few as those that follow each other make."""
    found: list[Patch] = []
    for patch in patches:
        for k in reversed(range(len(found))):
            if (one := found[k].then(patch)) is not None:
                found[k] = one
                break
            if not found[k].apart_from(patch):
                found.append(patch)
                break
        else:
            found.append(patch)
    return tuple(found)


def patches_between(before: Item | None, after: Item) -> tuple[Patch, ...] | None:
    """The patches that lead from an item to another; None where it is better put whole."""
    if not isinstance(before, Outline) or not isinstance(after, Outline):
        return None
    pairs = list(zip(before.contours, after.contours, strict=False))
    if all(len(c.anchors) < LONG for c in before.contours):
        return None
    same_build = len(before.contours) == len(after.contours) and all(
        old.closed == new.closed for old, new in pairs
    )
    if not same_build or replace(before, contours=after.contours) != after:
        return None
    found = tuple(
        Patch(item=after.id, contour=index, at=start, gone=gone, anchors=anchors)
        for index, (old, new) in enumerate(pairs)
        if old is not new
        for start, gone, anchors in _between(old.anchors, new.anchors)
    )
    size = sum(len(p.anchors) + ONE for p in found)
    whole = anchor_count(after.contours)
    return None if size > MOST * whole else found


Splice = tuple[int, int, Anchors]
"""Where anchors come to lie, how many go there, and those that come."""


def _between(old: Anchors, new: Anchors) -> Iterator[Splice]:
    """What leads from the anchors of a contour to others; each splice stands on those before it."""
    if len(old) == len(new):
        yield from _replaced(old, new)
        return
    start = _alike(old, new)
    end = _alike(old[start:][::-1], new[start:][::-1])
    yield start, len(old) - start - end, new[start : len(new) - end]


def _replaced(old: Anchors, new: Anchors) -> Iterator[Splice]:
    """Anchors that became others, one for one; those that lie near each other in one splice."""
    other = [i for i, (a, b) in enumerate(zip(old, new, strict=True)) if a is not b and a != b]
    ends = [k for k in range(1, len(other)) if other[k] - other[k - 1] > ONE]
    for first, last in pairwise((0, *ends, len(other))):
        if first < last:
            start, stop = other[first], other[last - 1] + 1
            yield start, stop - start, new[start:stop]


def _alike(a: Anchors, b: Anchors) -> int:
    """How many anchors two runs begin with that are the same."""
    count = 0
    for one, other in zip(a, b, strict=False):
        if one is not other and one != other:
            break
        count += 1
    return count
