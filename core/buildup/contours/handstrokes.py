"""What was drawn by hand, as a contour."""

from buildup.contours.anchorkinds import handle, in_line
from buildup.contours.anchors import Anchor, Contour, HandStroke
from buildup.geometry.bezier import Cubic, line
from buildup.geometry.fitting.drawncurves import fit_stroke
from buildup.geometry.tolerances import NO_LENGTH


def fitted(stroke: HandStroke) -> Contour:
    """The contour fitted to a stroke: a single anchor where only one place was drawn.

    Parts of two points are straight; where parts meet there is a corner.
    """
    curves: list[Cubic] = []
    corners: set[int] = set()
    whole = len(stroke.parts) == 1
    for part in stroke.parts:
        corners.add(len(curves))
        if len(part) <= 2 and not (whole and stroke.closed):
            if len(part) == 2 and abs(part[1] - part[0]) > NO_LENGTH:
                curves.append(line(part[0], part[1]))
            continue
        found = fit_stroke(part, tolerance=stroke.tolerance, closed=whole and stroke.closed)
        base = len(curves)
        if whole and stroke.closed and 0 not in found.corners:
            corners.discard(0)
        corners.update(base + k for k in found.corners if k)
        curves += found.curves
    if not curves:
        return Contour((Anchor(stroke.parts[0][0]),))
    closed = stroke.closed and len(curves) > 1
    start, end = curves[0][0], curves[-1][3]
    if closed and abs(end - start) > stroke.tolerance:
        curves.append(line(end, start))
        corners.add(len(curves) - 1)
    return Contour(_anchors(curves, corners, closed=closed), closed)


def _anchors(curves: list[Cubic], corners: set[int], *, closed: bool) -> tuple[Anchor, ...]:
    """Anchors at the joints of curves; a joint that is no corner is smooth."""
    anchors = []
    for k, curve in enumerate(curves):
        before = curves[k - 1] if k or closed else None
        into = None if before is None else handle(before[2] - before[3])
        out = handle(curve[1] - curve[0])
        smooth = k not in corners and in_line(into, out)
        anchors.append(Anchor(curve[0], into, out, "smooth" if smooth else "corner"))
    if not closed:
        last = curves[-1]
        anchors.append(Anchor(last[3], handle(last[2] - last[3])))
    return tuple(anchors)
