"""Curves as chords that stay within a tolerance."""

import math
from collections.abc import Sequence

from buildup.geometry.bezier import Cubic, points_at
from buildup.messages import refusal

MOST_CHORDS = 4_096
"""Of one segment; a sheet of ten metres within a hundredth of a millimetre takes fewer."""


def flattened(segment: Cubic, tolerance: float) -> tuple[complex, ...]:
    """The places after the start between which chords stay within a tolerance of a segment.

    Args:
        segment: the curve.
        tolerance: sheet units, above 0.

    Returns:
        At least the end; evenly in the parameter.

    Raises:
        Refusal: `bad_number` for a tolerance that is not above 0.

    Source: Wang, Shen, Sun, Li, "Adaptive subdivision of Bézier curves" (1984): a chord over 1/n of
    the parameter is off by at most max|B''| / (8 n²), and |B''| ≤ 6 max of the second differences.

    >>> flattened((0j, 0j, 9 + 0j, 9 + 0j), 0.1)
    ((9+0j),)

    """
    if not (math.isfinite(tolerance) and tolerance > 0.0):
        raise refusal("bad_tolerance")
    a, b, c, d = segment
    bend = 6.0 * max(abs(a - 2.0 * b + c), abs(b - 2.0 * c + d))
    if _is_straight(segment):
        return (d,)
    count = min(MOST_CHORDS, max(1, math.ceil(math.sqrt(bend / (8.0 * tolerance)))))
    return (*points_at(segment, (k / count for k in range(1, count))), d)


def _is_straight(segment: Cubic) -> bool:
    return segment[1] == segment[0] and segment[2] == segment[3]


def polyline(segments: Sequence[Cubic], tolerance: float) -> tuple[complex, ...]:
    """A row of segments that join up as places; empty for none.

    Raises:
        Refusal: as `flattened`.

    """
    if not segments:
        return ()
    return (segments[0][0], *(p for s in segments for p in flattened(s, tolerance)))
