"""Hatches of a DXF: filled areas, gradients, and patterns as the lines that they are."""

from dataclasses import dataclass, replace
from itertools import islice

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.extent import box_of
from buildup.drawing.paint import Gradient, Paint, Stop, Style
from buildup.geometry.angles import direction
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine
from ezdxf import path
from ezdxf.colors import RGB
from ezdxf.entities.polygon import DXFPolygon
from ezdxf.render import hatching

from imports.dxf.dxfpaths import Place, contours_of

MOST_LINES = 5_000
"""Of a pattern."""
ROUND = ("SPHERICAL", "HEMISPHERICAL", "INVSPHERICAL", "INVHEMISPHERICAL")
DENSE = f"hatches of more than {MOST_LINES:,} lines"
SHADED = "gradients of hatches (now linear or radial)"


@dataclass(frozen=True)
class Hatched:
    """What a hatch comes to.

    Args:
        contours: the area, or lines.
        style: how they are painted.
        changed: what it is no longer; empty for nothing.
        left: what of it is left out; empty for nothing.
    """

    contours: tuple[Contour, ...]
    style: Style
    changed: str = ""
    left: str = ""


def hatched(entity: DXFPolygon, place: Place, line: Style) -> Hatched:
    """A hatch on the sheet.

    Args:
        entity: a hatch, or a polygon of another kind.
        place: where its points are.
        line: how a line of it is painted.
    """
    ink = line.strokes[0].paint
    area = tuple(c for made in path.from_hatch(entity) for c in contours_of(made, place))
    if not area:
        return Hatched((), line)
    plain = Style(fill=ink, strokes=())
    if entity.has_gradient_data:
        paint = _gradient(entity, box_of(area))
        return Hatched(area, replace(plain, fill=paint), changed=SHADED)
    if entity.dxf.solid_fill or not entity.has_pattern_fill:
        return Hatched(area, plain)
    lines = list(islice(hatching.hatch_entity(entity), MOST_LINES + 1))
    if len(lines) > MOST_LINES:
        return Hatched((), line, left=DENSE)
    contours = tuple(Contour((Anchor(place(a)), Anchor(place(b)))) for a, b in lines if a != b)
    return Hatched(contours, line)


def _gradient(entity: DXFPolygon, box: Box) -> Paint:
    gradient = entity.gradient
    assert gradient is not None  # noqa: S101
    first, last = (_hex(colour) for colour in (gradient.color1, gradient.color2))
    if gradient.name.upper() in ROUND:
        radius = abs(complex(box.width, box.height)) / 2.0
        first, last = (last, first) if gradient.name.upper().startswith("INV") else (first, last)
        round_place = Affine(complex(radius), radius * 1j, box.centre)
        inward = (Stop(0.0, last), Stop(1.0, first))
        return Gradient(kind="radial", stops=inward, place=round_place, boxed=False)
    along = direction(-gradient.rotation)
    reach = (abs(along.real) * box.width + abs(along.imag) * box.height) / 2.0
    across = 2.0 * reach * along
    place = Affine(across, across * 1j, box.centre - reach * along)
    stops: tuple[Stop, ...] = (Stop(0.0, first), Stop(1.0, last))
    if gradient.name.upper() in ("CYLINDER", "INVCYLINDER"):
        stops = (Stop(0.0, first), Stop(0.5, last), Stop(1.0, first))
    return Gradient(stops=stops, place=place, boxed=False)


def _hex(colour: RGB | tuple[int, int, int] | None) -> str:
    return "#{:02X}{:02X}{:02X}".format(*(colour or (0, 0, 0)))
