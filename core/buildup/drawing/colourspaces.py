"""Colours in other spaces than red, green and blue (W3C CSS Color 4, 7 and 9; sample code, 18).

OKLCH is B. Ottosson's "A perceptual color space for image processing" (2020): equal steps look
equal. Lightness and chroma are from 0 to 1 and from 0 to about 0.4, hues are degrees.
"""

import math

from buildup.drawing.colours import of_parts, parts_of
from buildup.drawing.paint import Colour
from buildup.geometry.angles import degrees_of, direction

Triple = tuple[float, float, float]

_TO_CONE = (
    (0.4122214708, 0.5363325363, 0.0514459929),
    (0.2119034982, 0.6806995451, 0.1073969566),
    (0.0883024619, 0.2817188376, 0.6299787005),
)
_TO_LAB = (
    (0.2104542553, 0.7936177850, -0.0040720468),
    (1.9779984951, -2.4285922050, 0.4505937099),
    (0.0259040371, 0.7827717662, -0.8086757660),
)
_FROM_LAB = (
    (1.0, 0.3963377774, 0.2158037573),
    (1.0, -0.1055613458, -0.0638541728),
    (1.0, -0.0894841775, -1.2914855480),
)
_FROM_CONE = (
    (4.0767416621, -3.3077115913, 0.2309699292),
    (-1.2684380046, 2.6097574011, -0.3413193965),
    (-0.0041960863, -0.7034186147, 1.7076147010),
)
"""Linear sRGB to cone responses and to OKLab, and back (Ottosson, as above)."""
GREY = 4e-6
"""Chroma below which a colour has no hue (CSS Color 4, 9.3)."""
IN_GAMUT = 1e-4
"""By how much a part of a linear colour may lie beyond 0 and 1: less than half a step of 8 bits."""
HALVINGS = 24
"""Of the chroma, when a colour that no screen shows is brought in."""


def linear(part: float) -> float:
    """A part of an sRGB colour, from 0 to 1, as an amount of light."""
    return part / 12.92 if part <= 0.04045 else ((part + 0.055) / 1.055) ** 2.4


def gamma(light: float) -> float:
    """An amount of light as a part of an sRGB colour."""
    return light * 12.92 if light <= 0.0031308 else 1.055 * light ** (1.0 / 2.4) - 0.055


def oklch_of(colour: Colour) -> Triple:
    """Lightness, chroma and hue of a colour; greys have hue 0.

    >>> [round(v, 3) for v in oklch_of("#FF0000")]
    [0.628, 0.258, 29.234]
    """
    light = [linear(p / 255.0) for p in parts_of(colour)]
    cones = [v ** (1.0 / 3.0) for v in _times(_TO_CONE, light)]
    lightness, a, b = _times(_TO_LAB, cones)
    chroma = math.hypot(a, b)
    if chroma < GREY * 10.0:
        return lightness, 0.0, 0.0
    return lightness, chroma, degrees_of(complex(a, b)) % 360.0


def of_oklch(lightness: float, chroma: float, hue: float) -> str:
    """The colour of a lightness, a chroma and a hue; what no screen shows gets less chroma.

    >>> of_oklch(0.628, 0.258, 29.234), of_oklch(1.0, 0.4, 90.0), of_oklch(0.5, 0.0, 0.0)
    ('#FF0000', '#FFFFFF', '#636363')
    """
    lightness = min(max(lightness, 0.0), 1.0)
    low, high = 0.0, max(chroma, 0.0)
    light = _light(lightness, high, hue)
    if not _in_gamut(light):
        for _ in range(HALVINGS):
            middle = (low + high) / 2.0
            low, high = (
                (middle, high) if _in_gamut(_light(lightness, middle, hue)) else (low, middle)
            )
        light = _light(lightness, low, hue)
    return of_parts([gamma(min(max(v, 0.0), 1.0)) * 255.0 for v in light])


def hsl_of(colour: Colour) -> Triple:
    """Hue in degrees, saturation and lightness from 0 to 1 (CSS Color 4, 7.1).

    >>> hsl_of("#FF8000")
    (30.11764705882353, 1.0, 0.5)
    """
    red, green, blue = (p / 255.0 for p in parts_of(colour))
    most, least = max(red, green, blue), min(red, green, blue)
    middle, span = (most + least) / 2.0, most - least
    if span == 0.0:
        return 0.0, 0.0, middle
    if most == red:
        hue = (green - blue) / span % 6.0
    elif most == green:
        hue = (blue - red) / span + 2.0
    else:
        hue = (red - green) / span + 4.0
    return hue * 60.0, span / (1.0 - abs(2.0 * middle - 1.0)), middle


def of_hsl(hue: float, saturation: float, lightness: float) -> str:
    """The colour of a hue in degrees, a saturation and a lightness from 0 to 1.

    >>> of_hsl(30.0, 1.0, 0.5)
    '#FF8000'
    """
    reach = min(max(saturation, 0.0), 1.0) * min(lightness, 1.0 - lightness)

    def part(n: float) -> float:
        k = (n + hue / 30.0) % 12.0
        return lightness - reach * max(-1.0, min(k - 3.0, 9.0 - k, 1.0))

    return of_parts([part(n) * 255.0 for n in (0.0, 8.0, 4.0)])


def luminance(colour: Colour) -> float:
    """The relative luminance of a colour, from 0 to 1 (WCAG 2.2)."""
    red, green, blue = (linear(p / 255.0) for p in parts_of(colour))
    return 0.2126 * red + 0.7152 * green + 0.0722 * blue


def contrast(first: Colour, second: Colour) -> float:
    """The contrast ratio of two colours, from 1 to 21 (WCAG 2.2, 1.4.3).

    >>> contrast("#000000", "#FFFFFF")
    21.0
    """
    low, high = sorted((luminance(first), luminance(second)))
    return (high + 0.05) / (low + 0.05)


def _light(lightness: float, chroma: float, hue: float) -> Triple:
    """The linear sRGB colour, which may lie beyond 0 and 1."""
    heading = direction(hue) * chroma
    cones = [v**3 for v in _times(_FROM_LAB, (lightness, heading.real, heading.imag))]
    return _times(_FROM_CONE, cones)


def _in_gamut(light: Triple) -> bool:
    return all(-IN_GAMUT <= v <= 1.0 + IN_GAMUT for v in light)


def _times(matrix: tuple[Triple, Triple, Triple], by: "list[float] | Triple") -> Triple:
    a, b, c = (math.fsum(m * v for m, v in zip(row, by, strict=True)) for row in matrix)
    return a, b, c
