"""Degrees and directions: the only module that calls trigonometric functions.

Angles are in degrees, clockwise on the screen since y points down; a direction is a complex
number of length 1. Multiples of 90° are exact, so that level stays level.
"""

import math

from buildup.geometry.tolerances import NO_LENGTH, RIGHT_ABOUT

_QUARTERS = (complex(1, 0), complex(0, 1), complex(-1, 0), complex(0, -1))


def direction(degrees: float) -> complex:
    """The unit vector at an angle.

    >>> direction(90)
    1j
    >>> direction(-450)
    -1j
    """
    quarter, rest = divmod(degrees, 90.0)
    base = _QUARTERS[int(quarter) % 4]
    if rest == 0:
        return base
    radians = math.radians(rest)
    return base * complex(math.cos(radians), math.sin(radians))


def degrees_of(vector: complex) -> float:
    """The angle of a vector, in (-180, 180]; 0 for a vector of no length.

    >>> degrees_of(-1j)
    -90.0
    >>> degrees_of(0j)
    0.0
    """
    if abs(vector) < NO_LENGTH:
        return 0.0
    angle = math.degrees(math.atan2(vector.imag, vector.real))
    return 180.0 if angle == -180.0 else angle


def unit(vector: complex) -> complex:
    """The vector's direction, or 0 where it has none.

    >>> unit(3j)
    1j
    >>> unit(0j)
    0j
    """
    length = abs(vector)
    return vector / length if length >= NO_LENGTH else 0j


def stepped(vector: complex, *, step: float) -> complex:
    """The vector turned to the nearest multiple of `step` degrees, its length projected.

    >>> stepped(complex(2, 0.1), step=45)
    (2+0j)
    >>> stepped(0j, step=45)
    0j
    """
    towards = direction(round(degrees_of(vector) / step) * step)
    return towards * dot(vector, towards)


FELT_MOST = 12.0
"""Degrees from level or upright within which those are meant; other steps reach 7.5°."""


def felt(vector: complex) -> complex:
    """The vector turned to a multiple of 15°, level and upright felt most; its length projected.

    >>> felt(complex(10, 1.8))
    (10+0j)
    """
    degrees = degrees_of(vector)
    quarter = round(degrees / 90.0) * 90.0
    if abs(degrees - quarter) <= FELT_MOST:
        return stepped(vector, step=90.0)
    return stepped(vector, step=15.0)


def normal_degrees(degrees: float) -> float:
    """The same angle in (-180, 180].

    >>> normal_degrees(270)
    -90.0
    """
    rest = math.fmod(degrees, 360.0)
    if rest > 180.0:
        rest -= 360.0
    elif rest <= -180.0:
        rest += 360.0
    return rest + 0.0


def line_degrees(degrees: float) -> float:
    """The angle of a line, in (-90, 90].

    >>> line_degrees(270)
    90.0
    """
    turned = normal_degrees(degrees)
    return turned - 180.0 if turned > 90.0 else turned + 180.0 if turned <= -90.0 else turned


def dot(first: complex, second: complex) -> float:
    """The dot product of two vectors."""
    return first.real * second.real + first.imag * second.imag


def cross(first: complex, second: complex) -> float:
    """The cross product of two vectors; positive when `second` is clockwise of `first`."""
    return first.real * second.imag - first.imag * second.real


def cosine(degrees: float) -> float:
    """The cosine of an angle."""
    return direction(degrees).real


def angle_of_cosine(value: float) -> float:
    """The angle from 0 to 180 degrees that has a cosine; values beyond ±1 count as ±1.

    >>> angle_of_cosine(0.0)
    90.0
    """
    return math.degrees(math.acos(max(-1.0, min(1.0, value))))


def arc_handle(degrees: float) -> float:
    """Handle length, in radii, of one cubic for a circular arc of an angle up to 180°.

    4/3·tan(θ/4): Riškus, "Approximation of a cubic Bézier curve by circular arcs and vice versa",
    Information Technology and Control 35 (2006).

    >>> round(arc_handle(90), 10)
    0.5522847498
    """
    return 4.0 / 3.0 * math.tan(math.radians(degrees) / 4.0)


def slope(degrees: float) -> float:
    """How far a line at an angle (within ±90°) runs down for each step across.

    >>> slope(45) == 1.0 or round(slope(45), 12)
    1.0
    >>> slope(0)
    0.0
    """
    heading = direction(degrees)
    return heading.imag / heading.real


def turn_between(first: complex, second: complex) -> float:
    """How far (radians, clockwise positive) `second` is turned from `first`; 0 if either is 0.

    A turn right about is always +π, however the last bit falls.

    >>> turn_between(1j, -1j) == turn_between(-1j, 1j) == math.pi
    True
    """
    if abs(first) < NO_LENGTH or abs(second) < NO_LENGTH:
        return 0.0
    across, along = cross(first, second), dot(first, second)
    if along < 0.0 and abs(across) <= RIGHT_ABOUT * -along:
        return math.pi
    return math.atan2(across, along)


def turned_by(vector: complex, radians: float) -> complex:
    """A vector turned by an angle in radians."""
    return vector * complex(math.cos(radians), math.sin(radians))


def hobby_length(theta: float, phi: float) -> float:
    """Handle length, in chords, of a segment leaving its chord by `theta` and meeting it by `phi`.

    Hobby's velocity function divided by 3 (tension 1), capped at 4 times the plain third as his
    program does; angles in radians.

    >>> round(hobby_length(math.pi / 4, math.pi / 4) * math.sqrt(2), 7)
    0.5522847
    """
    a, b = math.sin(theta), math.sin(phi)
    c, d = math.cos(theta), math.cos(phi)
    top = 2.0 + math.sqrt(2.0) * (a - b / 16.0) * (b - a / 16.0) * (c - d)
    root = math.sqrt(5.0)
    bottom = 1.0 + (root - 1.0) / 2.0 * c + (3.0 - root) / 2.0 * d
    if top >= 4.0 * bottom:  # also where both turn right about and the bottom is 0
        return 4.0 / 3.0
    return max(0.0, top / (3.0 * bottom))
