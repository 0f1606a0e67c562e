"""Colours as the inks of a printing condition, by LittleCMS (ICC.1, relative colorimetric)."""

from dataclasses import dataclass
from functools import cache, lru_cache
from pathlib import Path

from PIL import Image, ImageCms

FOLDER = Path(__file__).parent / "profiles"
CONDITION = "FOGRA39"
"""What the ICC's registry of characterization data calls the printing condition."""
CALLED = "coated offset (FOGRA39)"
INTENT = ImageCms.Intent.RELATIVE_COLORIMETRIC
BLACK = "#000000"
BLACK_INK = (0.0, 0.0, 0.0, 1.0)
"""Black is printed with black ink only (common practice: it needs no register)."""
Inks = tuple[float, float, float, float]
"""Cyan, magenta, yellow, black: from 0 to 1."""


@dataclass(frozen=True)
class Printed:
    """A colour as it is printed.

    Args:
        inks: which.
        away: how far what is printed is from the colour, ΔE (CIE 1976).
    """

    inks: Inks
    away: float


@cache
def srgb_profile() -> bytes:
    """The profile of sRGB (IEC 61966-2-1)."""
    return ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")).tobytes()


@cache
def ink_profile() -> bytes:
    """The profile of the printing condition."""
    return (FOLDER / "coated-offset.icc").read_bytes()


@cache
def _profiles() -> dict[str, ImageCms.ImageCmsProfile]:
    return {
        "RGB": ImageCms.ImageCmsProfile(ImageCms.createProfile("sRGB")),
        "CMYK": ImageCms.ImageCmsProfile(str(FOLDER / "coated-offset.icc")),
        "LAB": ImageCms.ImageCmsProfile(ImageCms.createProfile("LAB")),
    }


@cache
def _transform(source: str, target: str) -> ImageCms.ImageCmsTransform:
    known = _profiles()
    flags = ImageCms.Flags.BLACKPOINTCOMPENSATION if target == "CMYK" else ImageCms.Flags.NONE
    return ImageCms.buildTransform(known[source], known[target], source, target, INTENT, flags)


def in_inks(picture: Image.Image) -> Image.Image:
    """A picture in sRGB as one in the inks of the printing condition."""
    made = ImageCms.applyTransform(picture.convert("RGB"), _transform("RGB", "CMYK"))
    assert made is not None  # it is not done in place  # noqa: S101
    return made


@lru_cache(maxsize=4_096)
def printed(colour: str) -> Printed:
    """A colour (`#RRGGBB`, sRGB) as it is printed."""
    if colour.upper() == BLACK:
        return Printed(BLACK_INK, 0.0)
    one = Image.new("RGB", (1, 1), colour)
    inked = in_inks(one)
    c, m, y, k = (value / 255.0 for value in inked.tobytes())
    wanted, found = _lab(one, "RGB"), _lab(inked, "CMYK")
    away = sum((a - b) ** 2 for a, b in zip(wanted, found, strict=True)) ** 0.5
    return Printed((c, m, y, k), away)


def _lab(picture: Image.Image, kind: str) -> tuple[float, float, float]:
    """The only pixel of a picture in CIE Lab, to a byte each."""
    made = ImageCms.applyTransform(picture, _transform(kind, "LAB"))
    assert made is not None  # noqa: S101
    light, green, blue = made.tobytes()
    signed = [v - 256 if v > 127 else v for v in (green, blue)]
    return light / 2.55, float(signed[0]), float(signed[1])
