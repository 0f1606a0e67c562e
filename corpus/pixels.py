"""How far two pictures are from each other."""

import numpy as np
from PIL import Image

SIDE = 300
"""Pixels of the longer side of what is compared."""
SEEN = 32
"""Of 255, by which a channel of a pixel differs at least that counts: edges may be a shade off."""


def apart(one: Image.Image, other: Image.Image) -> float:
    """The share of pixels in which two pictures differ, both laid on white.

    Raises:
        ValueError: they are not of one size.

    """
    if one.size != other.size:
        raise ValueError(f"{one.size} beside {other.size}")
    first, second = (np.asarray(_on_white(p), dtype=np.int16) for p in (one, other))
    return float((np.abs(first - second).max(axis=2) >= SEEN).mean())


def _on_white(picture: Image.Image) -> Image.Image:
    ground = Image.new("RGBA", picture.size, "#FFFFFF")
    return Image.alpha_composite(ground, picture.convert("RGBA")).convert("RGB")
