"""The main colours of a picture, as they are taken from a reference for swatches."""

import numpy as np
from PIL import Image

MOST_SIDE = 256
"""Pixels: a picture is made so small first that noise does not count as colours."""
COLOURS = 8
LEAST_PART = 0.004
"""Of the picture: what is rarer is no main colour."""
CLEAR = 8
"""Of 255: what shows less is no colour of the picture."""


def main_colours(picture: Image.Image) -> list[str]:
    """The colours that a picture has most of, as `#RRGGBB`, the commonest first; clear parts aside.

    Found by median cut and some steps of k-means, as Pillow has them.
    """
    small = picture.convert("RGBA")
    small.thumbnail((MOST_SIDE, MOST_SIDE))
    pixels = np.asarray(small).reshape(-1, 4)
    solid = pixels[pixels[:, 3] >= CLEAR, :3]
    if len(solid) == 0:
        return []
    found = Image.fromarray(solid[None, :, :]).quantize(COLOURS, kmeans=4)
    palette = found.getpalette() or []
    counts = np.bincount(np.asarray(found).ravel(), minlength=COLOURS)
    common = [int(i) for i in np.argsort(-counts) if counts[i] >= LEAST_PART * len(solid)]
    return ["#{:02X}{:02X}{:02X}".format(*palette[3 * i : 3 * i + 3]) for i in common]
