"""Markers of SVG documents (W3C SVG 2, 13.9.3): where they stand on a path."""

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.pathreader import numbers
from buildup.formats.svg.svgstyles import Attributes
from buildup.formats.svg.svgvalues import LONGEST_VALUE, Lengths, read_length
from buildup.formats.svg.svgviews import laid_in, view_in
from buildup.geometry.angles import degrees_of, unit
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine, shift, stretch, turn

MARKED = ("path", "line", "polyline", "polygon")
"""Elements that have markers."""
FIRST_SIZE = "3"
"""How wide and high a marker is that does not say it."""


@dataclass(frozen=True, slots=True)
class Vertex:
    """A place on a path at which a marker may stand.

    Args:
        at: where.
        direction: the direction of the path there, of length 1; half-way between both at a corner.
        kind: which marker.

    """

    at: complex
    direction: complex
    kind: str


def vertices(contours: Sequence[Contour]) -> Iterator[Vertex]:
    """The vertices of a path in order: the first, the last and all between (SVG 2, 13.9.1)."""
    found = [v for c in contours for v in _of(c)]
    for number, (at, direction) in enumerate(found):
        if number == 0:
            yield Vertex(at, direction, "marker-start")
        if 0 < number < len(found) - 1:
            yield Vertex(at, direction, "marker-mid")
        if number == len(found) - 1:
            yield Vertex(at, direction, "marker-end")


def _of(contour: Contour) -> Iterator[tuple[complex, complex]]:
    pairs = contour.pairs
    if not pairs:
        yield contour.anchors[0].at, 1 + 0j
        return
    directions = [_directions(a, b) for a, b in pairs]
    if contour.closed:
        directions = [*directions, directions[0]]
    ends = [p[0] for p in pairs] + [pairs[-1][1]]
    for number, anchor in enumerate(ends):
        arrives = directions[number - 1][1] if number else None
        leaves = directions[number][0] if number < len(directions) else None
        if contour.closed and number == 0:
            arrives = directions[len(pairs) - 1][1]
        both = [w for w in (arrives, leaves) if w is not None]
        middle = sum(both, 0j)
        yield anchor.at, unit(middle) if abs(middle) > 1e-9 else both[0] * 1j


def _directions(a: Anchor, b: Anchor) -> tuple[complex, complex]:
    """The directions in which a segment leaves one anchor and arrives at the next."""
    positions = (a.at, a.at + (a.out or 0j), b.at + (b.into or 0j), b.at)
    leaves = next((p - a.at for p in positions[1:] if p != a.at), 1 + 0j)
    arrives = next((b.at - p for p in positions[2::-1] if p != b.at), 1 + 0j)
    return unit(leaves), unit(arrives)


@dataclass(frozen=True, slots=True)
class Placing:
    """Where what a marker holds is drawn.

    Args:
        place: from the marker's coordinates to those of the path.
        view: the size of which per cent in it are.
        cut: what of it shows, in its coordinates; None: all.

    """

    place: Affine
    view: complex
    cut: Box | None


def placing(attributes: Attributes, vertex: Vertex, width: float, lengths: Lengths) -> Placing:
    """Where a marker is drawn at a vertex.

    Args:
        attributes: of the marker.
        vertex: where.
        width: of the path's stroke.
        lengths: what lengths around are in parts of.

    """
    across = lengths.across(attributes.get("markerWidth", FIRST_SIZE), otherwise=3.0)
    size = complex(across, lengths.down(attributes.get("markerHeight", FIRST_SIZE), otherwise=3.0))
    laid = laid_in(attributes, size)
    view = view_in(attributes, size)
    inner = Lengths(view)
    anchor = complex(
        inner.across(_side(attributes.get("refX"), "left", "right")),
        inner.down(_side(attributes.get("refY"), "top", "bottom")),
    )
    scale = 1.0 if attributes.get("markerUnits") == "userSpaceOnUse" else width
    there = shift(vertex.at).after(turn(_angle(attributes, vertex), about=0j))
    place = there.after(stretch(scale, scale, about=0j)).after(shift(-laid(anchor))).after(laid)
    cut = None
    if attributes.get("overflow", "hidden") not in ("visible", "auto"):
        corner = _corner(attributes)
        cut = Box.around((corner, corner + view))
    return Placing(place, view, cut)


def _corner(attributes: Attributes) -> complex:
    """Where the view box of a marker begins."""
    box = tuple(numbers(attributes.get("viewBox", "")[: LONGEST_VALUE * 4]))
    return complex(box[0], box[1]) if len(box) == 4 else 0j


def _side(text: str | None, first: str, last: str) -> str | None:
    """A length that may be told by a side."""
    words: Mapping[str, str] = {first: "0%", "center": "50%", last: "100%"}
    return words.get(text or "", text)


def _angle(attributes: Attributes, vertex: Vertex) -> float:
    """Degrees by which a marker is turned at a vertex."""
    orient = attributes.get("orient", "0").strip()
    if not orient.startswith("auto"):
        plain = orient.removesuffix("deg")
        if plain.endswith("rad"):
            return math.degrees(read_length(plain.removesuffix("rad")))
        return read_length(plain)
    back = orient == "auto-start-reverse" and vertex.kind == "marker-start"
    return degrees_of(-vertex.direction if back else vertex.direction)
