"""Where the two tangents at the ends of a segment meet."""

from buildup.geometry.angles import cross
from buildup.geometry.bezier import Cubic
from buildup.geometry.tolerances import RIGHT_ABOUT


def tangents_meet(segment: Cubic) -> tuple[float, float] | None:
    """How far away it is, in lengths of the leaving and of the arriving handle.

    Returns:
        None: a handle is withdrawn, they are parallel, or meet behind an end, as those of an S.

    >>> tangents_meet((0j, 1j, 1 + 2j, 2 + 2j))
    (2.0, 2.0)
    >>> tangents_meet((0j, 0j, 1 + 0j, 1 + 0j))
    """
    a, b, c, d = segment
    out, into = b - a, c - d
    turned = cross(out, into)
    if abs(turned) <= RIGHT_ABOUT * abs(out) * abs(into):
        return None
    first, last = cross(d - a, into) / turned, cross(d - a, out) / turned
    return None if first <= 0.0 or last <= 0.0 else (first, last)
