"""Twins: two anchors of an outline, one of which follows the other, mirrored."""

from collections.abc import Iterable, Sequence
from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour

AnchorIndex = tuple[int, int]
"""An anchor's contour, and its index there."""


def mirrored(anchor: Anchor) -> Anchor:
    """What the twin of an anchor looks like; the anchor must have one."""
    twin = anchor.twin
    assert twin is not None  # noqa: S101
    into = None if anchor.into is None else twin.mirrored_vector(anchor.into)
    out = None if anchor.out is None else twin.mirrored_vector(anchor.out)
    if twin.crossed:
        into, out = out, into
    return replace(anchor, at=twin.mirrored(anchor.at), into=into, out=out)


def partners(
    contours: Sequence[Contour], positions: Iterable[AnchorIndex]
) -> dict[AnchorIndex, AnchorIndex]:
    """The place of each twin of some anchors; anchors without a twin are left out.

    Empty at once when none of them is a twin.
    """
    ids = {}
    for c, i in positions:
        twin = contours[c].anchors[i].twin
        if twin is not None:
            ids[c, i] = twin.id
    if not ids:
        return {}
    wanted = set(ids.values())
    known: dict[str, list[AnchorIndex]] = {}
    for c, contour in enumerate(contours):
        for i, anchor in enumerate(contour.anchors):
            if anchor.twin is not None and anchor.twin.id in wanted:
                known.setdefault(anchor.twin.id, []).append((c, i))
    return {
        position: other
        for position, twin in ids.items()
        for other in known[twin]
        if other != position
    }


def followed(contours: list[Contour], edited: Sequence[AnchorIndex]) -> set[int]:
    """Mirror edited anchors to their twins, in place; of two edited twins the first one leads.

    Returns:
        The indices of the contours that changed.

    """
    others = partners(contours, edited)
    led: set[AnchorIndex] = set()
    for position in edited:
        other = others.get(position)
        if other is None or position in led:
            continue
        led.add(other)
        follower = mirrored(contours[position[0]].anchors[position[1]])
        anchors = list(contours[other[0]].anchors)
        anchors[other[1]] = follower
        contours[other[0]] = replace(contours[other[0]], anchors=tuple(anchors))
    return {c for c, _ in led}


def without_unpaired(contours: Sequence[Contour]) -> tuple[Contour, ...]:
    """The contours, with anchors whose twin is gone as plain ones."""
    count: dict[str, int] = {}
    for contour in contours:
        for anchor in contour.anchors:
            if anchor.twin is not None:
                count[anchor.twin.id] = count.get(anchor.twin.id, 0) + 1
    lone = {twin for twin, n in count.items() if n != 2}
    if not lone:
        return tuple(contours)
    return tuple(
        replace(
            c,
            anchors=tuple(
                replace(a, twin=None) if a.twin is not None and a.twin.id in lone else a
                for a in c.anchors
            ),
        )
        for c in contours
    )
