"""What a pointer meets: places first, then crossings of lines, then lines, then the grid."""

import itertools
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace

from buildup.contours.handles import tangents
from buildup.drawing.itemtypes import Outline
from buildup.drawing.model import Drawing
from buildup.forms.contours import HERE, box_under
from buildup.forms.frames import SPOTS, standing_of
from buildup.forms.symmetry.seams import SeamLine, seams_around
from buildup.geometry.angles import cross, degrees_of, direction, dot
from buildup.geometry.bezier import Cubic, point_at
from buildup.geometry.boxes import Box
from buildup.geometry.intersect.crossings import crossings
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine
from buildup.snapping.cues import RANK, REACH, Aim, Cue, CueKind, SnapResult
from buildup.snapping.places import Owner, Spot
from buildup.snapping.snapindex import SnapIndex
from buildup.snapping.spacing import spaced
from buildup.view.symmetrymarks import map_of

MOST_MEASURED = 64
"""Segments whose distance from the pointer is computed at one place."""
MOST_NEAR = 8
"""The nearest segments, which are tried for crossings, each with each."""


@dataclass(frozen=True, slots=True)
class Line:
    """A line that can be met; `start` is where its cue begins."""

    kind: CueKind
    through: complex
    along: complex
    start: complex | None = None


@dataclass(frozen=True, slots=True)
class _Found:
    rank: int
    away: float
    shift: complex
    cues: tuple[Cue, ...]


def snap(drawing: Drawing, field: SnapIndex, aim: Aim) -> SnapResult:
    """The best meeting of any of an aim's probes; an empty one when nothing is in reach.

    The index must be up to date. Precedence is the order of `KINDS`; at equal rank the nearer one
    wins. A place always wins over lines; two lines in reach are met where they cross. What is
    dragged in an image meets what lies there; the shift is that of the original, the cues are told
    where they are met.
    """
    if aim.image is None:
        return _met(drawing, field, aim, HERE)
    image = map_of(aim.image)
    found = _met(drawing, field, _brought(aim, image), image)
    shift = image.inverse().vector(complex(*found.shift))
    return replace(found, shift=_pair(shift))


def _brought(aim: Aim, image: Affine) -> Aim:
    """An aim with its places where an image has them."""
    return replace(
        aim,
        probes=tuple(_pair(image(complex(*p))) for p in aim.probes),
        start=None if aim.start is None else _pair(image(complex(*aim.start))),
        by=None if aim.by is None else _pair(image.vector(complex(*aim.by))),
    )


def _met(drawing: Drawing, field: SnapIndex, aim: Aim, image: Affine) -> SnapResult:
    reach = REACH / aim.scale
    lines = list(_lines(drawing, aim, image))
    asked = (aim.items, image)
    carried = drawing.memo.last(_carry, asked, lambda: _carry(drawing, *asked))
    own = _Own(carried.drawn, frozenset(_dragged(aim)))
    box = _moved(carried.box, aim.by)
    positions = [complex(x, y) for x, y in aim.probes]
    positions += [] if box is None else [*box.corners, box.centre]
    frame = _frame_spots(drawing, aim, image)
    best: _Found | None = None
    for at in positions:
        share = len(positions)
        around = [s for s in frame if abs(s.at - at) <= reach]
        found = _one(
            drawing, field, aim, at, own, around=around, reach=reach, lines=lines, share=share
        )
        if found is not None and (
            best is None or (found.rank, found.away) < (best.rank, best.away)
        ):
            best = found
    if "spacing" in aim.kinds and box is not None and (best is None or best.rank > RANK["spacing"]):
        shift, cues = spaced(field.boxes, box, own.items, reach)
        if cues:
            return SnapResult(shift=(shift.real, shift.imag), cues=cues)
    if best is None:
        return SnapResult()
    return SnapResult(shift=(best.shift.real, best.shift.imag), cues=best.cues)


def _frame_spots(drawing: Drawing, aim: Aim, image: Affine) -> tuple[Spot, ...]:
    """The nine places of the frame that can be met."""
    ids = tuple(i for i in aim.frame if i in drawing.items)
    frame = standing_of(drawing, ids) if ids else None
    if frame is None:
        return ()
    return tuple(Spot(image(frame.spot(name)), "frame", ("", -1, -1)) for name in SPOTS)


@dataclass(frozen=True, slots=True)
class _Carried:
    """Items that are dragged: the ids of all that is drawn in them, and the box around them."""

    drawn: frozenset[str]
    box: Box | None


def _carry(drawing: Drawing, items: tuple[str, ...], image: Affine) -> _Carried:
    there = [i for i in items if i in drawing.items]
    boxes = [b for i in there if (b := box_under(drawing, i, image)) is not None]
    drawn = frozenset(d for i in there for d in drawing.tree.leaves_of(i))
    return _Carried(drawn, Box.union(boxes) if boxes else None)


def _moved(box: Box | None, by: tuple[float, float] | None) -> Box | None:
    """A box moved on; None where there is none or it does not count."""
    if box is None or by is None:
        return None
    x, y = by
    return Box(box.left + x, box.top + y, box.right + x, box.bottom + y)


@dataclass(frozen=True, slots=True)
class _Own:
    """What is dragged, and so is not met: items, and anchors with the segments beside them."""

    items: frozenset[str]
    places: frozenset[Owner]

    def __contains__(self, owner: Owner) -> bool:
        return owner[0] in self.items or owner in self.places


def _one(
    drawing: Drawing,
    field: SnapIndex,
    aim: Aim,
    at: complex,
    own: _Own,
    *,
    around: Sequence[Spot],
    reach: float,
    lines: list[Line],
    share: int,
) -> _Found | None:
    start = None if aim.start is None else complex(*aim.start)
    spot = _place(field, aim, at, own, around=around, reach=reach, share=share)
    if spot is not None:
        cue = _cue(spot.kind, spot.at, start)
        return _Found(RANK[spot.kind], abs(spot.at - at), spot.at - at, (cue,))
    near = sorted(
        ((abs(_foot(line, at) - at), line) for line in lines if abs(_foot(line, at) - at) <= reach),
        key=lambda pair: (RANK[pair[1].kind], pair[0]),
    )
    if near:
        first = near[0][1]
        # lines from where the drag began meet just there, where nobody wants to go
        for second in (line for _, line in near[1:] if line.through != first.through):
            position = _meeting_place(first, second)
            if position is not None and abs(position - at) <= 2.0 * reach:
                cues = (_line_cue(first, position), _line_cue(second, position))
                return _Found(RANK[first.kind], abs(position - at), position - at, cues)
        foot = _foot(first, at)
        return _Found(RANK[first.kind], abs(foot - at), foot - at, (_line_cue(first, foot),))
    return _on_grid(drawing, aim, at, reach)


def _place(
    field: SnapIndex,
    aim: Aim,
    at: complex,
    own: _Own,
    *,
    around: Sequence[Spot],
    reach: float,
    share: int,
) -> Spot | None:
    """The best place within reach: of the highest precedence, then the nearest."""
    kinds = set(aim.kinds)
    best: Spot | None = None
    key = (math.inf, math.inf)
    for spot in itertools.chain(field.near(at, reach, share=share), around):
        if spot.kind not in kinds or spot.owner in own:
            continue
        mine = (RANK[spot.kind], abs(spot.at - at))
        if mine < key:
            best, key = spot, mine
    if "crossing" in kinds and key[0] > RANK["crossing"]:
        crossing = _crossing(field, at, own, reach=reach, share=share)
        if crossing is not None:
            return Spot(crossing, "crossing", ("", -1, -1))
    return best


def _dragged(aim: Aim) -> set[Owner]:
    """Dragged anchors, and the segments on either side of each, by the anchor they start at."""
    return {(i, c, n - back) for i, c, n in aim.anchors for back in (0, 1)}


def _crossing(
    field: SnapIndex, at: complex, own: _Own, *, reach: float, share: int
) -> complex | None:
    area = Box.around((at,)).grown(reach)
    free = [s for s in field.stretches_near(area, share=share) if s.owner not in own]
    close = ((_away(s.segment, at), n, s) for n, s in enumerate(free[:MOST_MEASURED]))
    near = [s for away, _, s in sorted(close) if away <= reach][:MOST_NEAR]
    pairs = itertools.combinations(near, 2)
    ends = {p for s in near for p in (s.segment[0], s.segment[3])}
    found = [
        c.at
        for a, b in pairs
        for c in crossings(a.segment, b.segment, inside=area)
        if abs(c.at - at) <= reach and all(abs(c.at - e) > NO_LENGTH * 1e3 for e in ends)
    ]
    return min(found, key=lambda p: abs(p - at), default=None)


def _away(segment: Cubic, at: complex) -> float:
    return abs(point_at(segment, nearest_parameter(segment, at)) - at)


def _lines(drawing: Drawing, aim: Aim, image: Affine) -> Iterator[Line]:
    """All lines that are switched on."""
    sheet, kinds = drawing.sheet, aim.kinds
    start = None if aim.start is None else complex(*aim.start)
    if "seam" in kinds:
        for seam in _seams(drawing, aim):
            yield Line("seam", image(seam.through), image.vector(seam.along))
    if "guide" in kinds and not sheet.guides_hidden:
        for guide in sheet.guides:
            yield Line("guide", complex(guide.x, guide.y), direction(guide.angle))
    if "tangent" in kinds and aim.after is not None:
        tangent = _tangent(drawing, aim.after)
        if tangent is not None:
            at = image(tangent.through)
            yield Line("tangent", at, image.vector(tangent.along), at)
    if "straight" in kinds and start is not None:
        for angle in (0.0, 90.0, 45.0, 135.0):
            yield Line("straight", start, direction(angle), start)
    if "sheet" in kinds:
        width, height = sheet.width, sheet.height
        for x in (0.0, width, width / 2.0):
            yield Line("sheet", complex(x, 0), 1j, complex(x, 0))
        for y in (0.0, height, height / 2.0):
            yield Line("sheet", complex(0, y), 1 + 0j, complex(0, y))


def _seams(drawing: Drawing, aim: Aim) -> Iterator[SeamLine]:
    """The seams around what is drawn or dragged."""
    dragged = (*aim.items[:1], *(a[0] for a in aim.anchors[:1]))
    around = [drawing.tree.container(i) for i in dragged if i in drawing.tree]
    position = [aim.place] if aim.place in drawing.items and aim.place is not None else []
    for container in dict.fromkeys((*around, *position)):
        yield from seams_around(drawing, container)


def _tangent(drawing: Drawing, anchor: Owner) -> Line | None:
    """The straight continuation of the path beyond an anchor."""
    item_id, contour_index, index = anchor
    item = drawing.items.get(item_id)
    if not isinstance(item, Outline) or not 0 <= contour_index < len(item.contours):
        return None
    contour = item.contours[contour_index]
    if not 0 <= index < len(contour.anchors):
        return None
    back, on = tangents(contour, index)
    along = on or -back
    at = contour.anchors[index].at
    return Line("tangent", at, along, at) if along else None


def _foot(line: Line, at: complex) -> complex:
    return line.through + line.along * dot(at - line.through, line.along)


def _meeting_place(first: Line, second: Line) -> complex | None:
    turn = cross(first.along, second.along)
    if abs(turn) < 1e-6:  # within 6e-5 degrees of parallel: they meet nowhere in reach
        return None
    gap = second.through - first.through
    return first.through + first.along * (cross(gap, second.along) / turn)


def _line_cue(line: Line, at: complex) -> Cue:
    return _cue(line.kind, at, line.start, angled=line.kind != "sheet")


def _cue(kind: CueKind, at: complex, start: complex | None, *, angled: bool = True) -> Cue:
    """A cue with the distance and the angle from where it starts, where it starts anywhere."""
    if start is None or abs(at - start) < NO_LENGTH:
        return Cue(kind=kind, at=_pair(at))
    angle = degrees_of(at - start) if angled else None
    return Cue(kind=kind, at=_pair(at), start=_pair(start), distance=abs(at - start), angle=angle)


def _on_grid(drawing: Drawing, aim: Aim, at: complex, reach: float) -> _Found | None:
    grid = drawing.sheet.grid
    if "grid" not in aim.kinds or not grid.shown:
        return None
    step = grid.step / grid.parts
    if step * aim.scale < 2.0 * REACH:
        step = grid.step
    x, y = (round(v / step) * step for v in (at.real, at.imag))
    position = complex(
        x if abs(x - at.real) <= reach else at.real, y if abs(y - at.imag) <= reach else at.imag
    )
    if position == at:
        return None
    return _Found(
        RANK["grid"], abs(position - at), position - at, (Cue(kind="grid", at=_pair(position)),)
    )


def _pair(position: complex) -> tuple[float, float]:
    return (position.real, position.imag)
