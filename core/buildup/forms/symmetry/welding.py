"""Welding: what a symmetry shows of an item as plain contours, the halves that meet joined up.

Open paths whose ends meet the images of ends are led on in those, until a chain closes or ends;
closed contours that overlap along a seam, or share a stretch of it, are joined along it first. All
images are taken by the symmetry's own maps, so that the result is exactly as symmetric as they are.
"""

from collections.abc import Container, Iterator, Sequence
from dataclasses import dataclass, replace

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.flow import settled
from buildup.contours.moving import moved_contour
from buildup.contours.paths import TOUCH, merged, turned_round
from buildup.contours.twins import without_unpaired
from buildup.drawing.itemtypes import Symmetry
from buildup.forms.symmetry.copies import images
from buildup.forms.symmetry.seams import SeamLine, seams_of
from buildup.forms.symmetry.sides import joins_along
from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.tolerances import RIGHT_ABOUT, SAME_PLACE
from buildup.geometry.transforms import Affine


@dataclass(frozen=True, slots=True)
class _End:
    """An end of the image of an open path: which path, which image, and whether its last anchor."""

    path: int
    image: int
    last: bool

    @property
    def other(self) -> "_End":
        return replace(self, last=not self.last)


def welded(contours: Sequence[Contour], symmetry: Symmetry) -> tuple[Contour, ...] | None:
    """The contours of an item and of all its images, joined where they meet.

    Closed contours keep the direction in which the original runs, so that holes stay holes.

    Returns:
        The contours; None where nothing meets, so that the images are items of their own.

    """
    lines = seams_of(symmetry)
    closed, paths, halves = _opened(contours, lines)
    every = images(symmetry)
    shown = [[moved_contour(p, by) for by in every] for p in (_seated(q, symmetry) for q in paths)]
    links = _links(shown, symmetry)
    if not links:
        return None
    cut = range(len(paths) - halves, len(paths))
    found = list(_chains(shown, links, cut))
    for contour in closed:
        even = _evened(contour, symmetry)
        for by in every:
            there = moved_contour(even, by)
            found.append(turned_round(there) if by.determinant < 0.0 else there)
    plain = (replace(c, anchors=tuple(replace(a, seam=None) for a in c.anchors)) for c in found)
    return without_unpaired([_with_flow(c) for c in plain])


def _opened(
    contours: Sequence[Contour], lines: Sequence[SeamLine]
) -> tuple[list[Contour], list[Contour], int]:
    """Closed contours that stay so; open paths; how many of those, the last, were closed ones."""
    closed: list[Contour] = []
    cut: list[Contour] = []
    for contour in (c for c in contours if c.closed):
        halves = next((h for line in lines if (h := joins_along(contour, line))), [])
        cut += halves
        closed += [] if halves else [contour]
    return closed, [*(c for c in contours if not c.closed), *cut], len(cut)


def _seated(path: Contour, symmetry: Symmetry) -> Contour:
    """A path whose ends lie exactly on a seam that they touch."""
    anchors = list(path.anchors)
    lines = seams_of(symmetry)
    for i in (0, -1):
        at = anchors[i].at
        foot = min((line.foot(at) for line in lines), key=lambda f: abs(f - at), default=at)
        if foot != at and abs(foot - at) <= TOUCH:
            anchors[i] = replace(anchors[i], at=foot)
    return _evened(replace(path, anchors=tuple(anchors)), symmetry)


def _evened(path: Contour, symmetry: Symmetry) -> Contour:
    """A path of which each anchor is the image of its image, to the last bit.

    About a level or upright line an image is one subtraction, whose rounding may lose the last bit
    of the smaller one of the two; it is lost in both, then.
    """
    back = images(symmetry)[1]
    if symmetry.pattern != "mirror" or not back.keeps_level:
        return path
    even = ((a, back(back(a.at))) for a in path.anchors)
    anchors = tuple(a if at == a.at else replace(a, at=at) for a, at in even)
    return replace(path, anchors=anchors)


Links = dict[_End, _End]


def _links(shown: Sequence[Sequence[Contour]], symmetry: Symmetry) -> Links:
    """For each end that meets another one, that other one."""
    links = _over_seams(shown, symmetry)
    ends = [
        _End(path, image, last)
        for path, each in enumerate(shown)
        for image in range(len(each))
        for last in (False, True)
    ]
    free = [e for e in ends if e not in links]
    cells: dict[tuple[int, int], list[_End]] = {}
    for end in free:
        cells.setdefault(_cell(_place(shown, end)), []).append(end)
    for end in free:
        here = _place(shown, end)
        x, y = _cell(here)
        near = [
            other
            for across in (x - 1, x, x + 1)
            for down in (y - 1, y, y + 1)
            for other in cells.get((across, down), ())
            if other != end and abs(_place(shown, other) - here) <= SAME_PLACE
        ]
        if len(near) == 1 and (near[0].path, near[0].image) != (end.path, end.image):
            links[end] = near[0]
    return links


def _place(shown: Sequence[Sequence[Contour]], end: _End) -> complex:
    return shown[end.path][end.image].anchors[-1 if end.last else 0].at


def _cell(at: complex) -> tuple[int, int]:
    return round(at.real / TOUCH), round(at.imag / TOUCH)


def _over_seams(shown: Sequence[Sequence[Contour]], symmetry: Symmetry) -> Links:
    """The links of ends that lie on one seam: each meets its own image about that."""
    every, lines = images(symmetry), seams_of(symmetry)
    known = {_named(by, symmetry): k for k, by in enumerate(every)}
    links: Links = {}
    for path, each in enumerate(shown):
        for last in (False, True):
            at = each[0].anchors[-1 if last else 0].at
            on = [line for line in lines if abs(line.away(at)) <= SAME_PLACE]
            if len(on) != 1:
                continue
            for k, by in enumerate(every):
                other = known[_named(by.after(on[0].reflection), symmetry)]
                links[_End(path, k, last)] = _End(path, other, last)
    return links


def _named(by: Affine, symmetry: Symmetry) -> tuple[int, int, int, int]:
    """A name for a map of a symmetry: where it takes two places, to a part of a unit."""
    one, other = (by(symmetry.centre + v) - symmetry.centre for v in (APART, APART * 1j))
    return round(one.real), round(one.imag), round(other.real), round(other.imag)


APART = 1e4 + 0j
"""Sheet units: so far from the centre the images of a place are some hundred apart."""


def _chains(
    shown: Sequence[Sequence[Contour]], links: Links, cut: Container[int]
) -> Iterator[Contour]:
    """All paths, led on from each to the next; those that come back are closed.

    Args:
        shown: each path in each image.
        links: which end leads on in which.
        cut: the paths that come from closed contours, on which a seam leaves no anchor that the
            form does not need.

    """
    done: set[tuple[int, int]] = set()
    for path, each in enumerate(shown):
        for image in range(len(each)):
            if (path, image) in done:
                continue
            entries = _entries(_first(_End(path, image, last=False), links), links)
            done.update((e.path, e.image) for e in entries)
            chain = _chained(shown, entries, closed=links.get(entries[-1].other) == entries[0])
            yield _straightened(chain) if path in cut else chain


def _first(end: _End, links: Links) -> _End:
    """The end at which the chain begins that an end's path belongs to; itself in a ring."""
    at = end
    while at in links:
        at = links[at].other
        if (at.path, at.image) == (end.path, end.image):
            return end
    return at


def _entries(start: _End, links: Links) -> list[_End]:
    """The ends at which the paths of a chain are entered, one after the other."""
    entries = [start]
    while (following := links.get(entries[-1].other)) is not None and following != start:
        entries.append(following)
    return entries


def _chained(
    shown: Sequence[Sequence[Contour]], entries: Sequence[_End], *, closed: bool
) -> Contour:
    anchors: list[Anchor] = []
    for end in entries:
        path = shown[end.path][end.image]
        on = (turned_round(path) if end.last else path).anchors
        if anchors:
            anchors[-1] = _joint(anchors[-1], on[0])
            on = on[1:]
        anchors += on
    meets = abs(anchors[0].at - anchors[-1].at) <= SAME_PLACE
    if closed or (meets and len(anchors) > 2 and len(entries) > 1):
        return Contour((_joint(anchors[-1], anchors[0]), *anchors[1:-1]), closed=True)
    return Contour(tuple(anchors))


def _straightened(contour: Contour) -> Contour:
    """A closed contour without anchors in the middle of a straight line."""
    count = len(contour.anchors)
    kept = [
        a
        for i, a in enumerate(contour.anchors)
        if not _needless(contour.anchors[i - 1], a, contour.anchors[(i + 1) % count])
    ]
    return replace(contour, anchors=tuple(kept)) if contour.closed and len(kept) > 1 else contour


def _needless(before: Anchor, anchor: Anchor, after: Anchor) -> bool:
    handles = (before.out, anchor.into, anchor.out, after.into)
    if any(h is not None for h in handles):
        return False
    arrives, leaves = unit(anchor.at - before.at), unit(after.at - anchor.at)
    return abs(cross(arrives, leaves)) <= RIGHT_ABOUT and dot(arrives, leaves) > 0.0


def _joint(end: Anchor, start: Anchor) -> Anchor:
    """One anchor for two ends that meet."""
    if end.seam != "smooth":
        return merged(end, start)
    if end.kind == "flowing":
        return replace(end, out=start.out)
    both = end.into is not None and start.out is not None
    return replace(end, out=start.out, kind="symmetric" if both else "corner")


def _with_flow(contour: Contour) -> Contour:
    """A contour whose flowing anchors flow as they did; else they are smooth."""
    flowed = settled(contour)
    if all(_alike(a, b) for a, b in zip(contour.anchors, flowed.anchors, strict=True)):
        return contour
    anchors = (replace(a, kind="smooth") if a.kind == "flowing" else a for a in contour.anchors)
    return replace(contour, anchors=tuple(anchors))


def _alike(one: Anchor, other: Anchor) -> bool:
    pairs = ((one.into, other.into), (one.out, other.out))
    return all(abs((a or 0j) - (b or 0j)) <= SAME_PLACE for a, b in pairs)
