"""Which kind of anchor two handles make."""

from buildup.contours.anchors import AnchorKind
from buildup.geometry.angles import cross, dot, unit
from buildup.geometry.tolerances import NO_LENGTH

IN_LINE = 1e-6
"""Sine. Handles this close to opposite are in line: files are written with few digits."""
EVEN = 1e-9
"""Share of its length by which a handle may differ from the image of the other one."""


def handle(vector: complex | None) -> complex | None:
    """A vector as a handle: none where it has no length.

    >>> handle(1j), handle(1e-12j)
    (1j, None)
    """
    return None if vector is None or abs(vector) < NO_LENGTH else vector


def in_line(into: complex | None, out: complex | None) -> bool:
    """Whether two handles lie on one line, to either side of their anchor.

    >>> in_line(-1j, 2j), in_line(1j, 2j), in_line(None, 2j)
    (True, False, False)
    """
    if into is None or out is None:
        return False
    a, b = unit(into), unit(out)
    return dot(a, b) < 0.0 and abs(cross(a, b)) <= IN_LINE


def even(into: complex, out: complex, *, within: float = EVEN) -> bool:
    """Whether two handles that are in line are as long as each other."""
    return abs(abs(into) - abs(out)) <= within * abs(into)


def kind_of(into: complex | None, out: complex | None, *, within: float = EVEN) -> AnchorKind:
    """The kind that two handles make by themselves.

    >>> kind_of(-1j, 1j), kind_of(-1j, 2j), kind_of(1 + 0j, 2j), kind_of(None, 2j)
    ('symmetric', 'smooth', 'corner', 'corner')
    """
    if into is None or out is None or not in_line(into, out):
        return "corner"
    return "symmetric" if even(into, out, within=within) else "smooth"
