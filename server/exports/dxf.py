"""DXF R2010 by ezdxf: millimetres, y up, layers, true splines or arcs and lines."""

import io
import re
from collections.abc import Callable, Sequence

from buildup.contours.anchors import Contour
from buildup.formats.formatsettings import DxfOut
from buildup.formats.hpgl.hpglwrite import colour_of
from buildup.formats.scene import layered
from buildup.geometry.biarcs import arcs_of
from buildup.geometry.boxes import Box
from buildup.geometry.progress import done
from common.messages import refusal
from ezdxf.filemanagement import new
from ezdxf.layouts.layout import Modelspace

from exports.parcels import File, Job, Parcel, file_name, lines_only

MM = 25.4 / 96.0
MILLIMETRES = 4
"""`$INSUNITS` (DXF reference, header variables)."""
Place = Callable[[complex], tuple[float, float]]
_NO_LAYER = re.compile(r'[<>/\\":;?*|=`,\x00-\x1f]+')


def dxf(job: Job, settings: DxfOut) -> Parcel:
    """One file."""
    document = new("R2010", units=MILLIMETRES)
    space = document.modelspace()
    box = job.box
    forms = list(layered(job.drawing, job.ids))
    if not forms:
        raise refusal("nothing_drawn.export")
    for number, (layer, piece) in enumerate(forms):
        done(number / len(forms))
        colour = colour_of(piece)
        if colour is None:
            continue
        name = _NO_LAYER.sub("-", layer).strip() or "0"
        if name not in document.layers:
            document.layers.add(name)
        attributes = {"layer": name, "true_color": int(colour[1:], 16)}
        for contour in piece.form.contours:
            if len(contour.segments) > 0:
                _draw(space, contour, box, settings, attributes)
    stream = io.StringIO()
    document.write(stream)
    data = stream.getvalue().encode(document.output_encoding, "dxfreplace")
    return Parcel((File(file_name(job.name, "dxf"), data),), lines_only(job.scene))


def _draw(
    space: Modelspace,
    contour: Contour,
    box: Box,
    settings: DxfOut,
    attributes: dict[str, object],
) -> None:
    def place(at: complex) -> tuple[float, float]:
        return (at.real - box.left) * MM, (box.bottom - at.imag) * MM

    straight = all(a.out is None and b.into is None for a, b in contour.pairs)
    if straight:
        points = [(*place(a.at), 0.0) for a in contour.anchors]
        space.add_lwpolyline(points, format="xyb", close=contour.closed, dxfattribs=attributes)
        return
    if settings.curves == "splines":
        _spline(space, contour, place, attributes)
        return
    arcs = [a for s in contour.segments for a in arcs_of(s, settings.tolerance)]
    if not arcs:
        return
    # clockwise on the screen is clockwise in a file whose y runs up, where that is below 0
    points = [(*place(a.start), -a.bulge) for a in arcs]
    if not contour.closed:
        points.append((*place(arcs[-1].end), 0.0))
    space.add_lwpolyline(points, format="xyb", close=contour.closed, dxfattribs=attributes)


def _spline(
    space: Modelspace,
    contour: Contour,
    position: Place,
    attributes: dict[str, object],
) -> None:
    """A contour as one spline of the third degree that has all its Bézier segments as pieces."""
    segments = contour.segments
    points = [position(segments[0][0]), *(position(p) for s in segments for p in s[1:])]
    spline = space.add_spline(dxfattribs={**attributes, "degree": 3})
    spline.control_points = [(x, y, 0.0) for x, y in points]
    spline.knots = knots(len(segments))


def knots(pieces: int) -> Sequence[float]:
    """The knots of a spline whose pieces are Bézier curves: three at each joint.

    >>> list(knots(2))
    [0.0, 0.0, 0.0, 0.0, 1.0, 1.0, 1.0, 2.0, 2.0, 2.0, 2.0]
    """
    inner = [float(k) for k in range(pieces + 1) for _ in range(3)]
    return [0.0, *inner, float(pieces)]
