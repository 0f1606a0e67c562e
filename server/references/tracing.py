"""The traced area of a form in a picture: found by its colour, its edge told between the pixels.

A click says where; what lies around it and is of nearly its colour is the form. Its edge is then
looked for anew, as colour alone says little about where a blurred edge lies: near it each pixel is
a mixture of what lies some pixels inside and some pixels outside, and where half of both is, there
is the edge (marching squares: Lorensen and Cline, SIGGRAPH 1987, as scikit-image has them).
"""

from collections.abc import Sequence

import numpy as np
from buildup.forms.matching.tracedarea import Found
from common.messages import refusal
from numpy.typing import NDArray
from PIL import Image
from scipy import ndimage
from skimage.color import rgb2lab
from skimage.measure import find_contours

MOST_PIXELS = 2_000_000
SMALLER = 1_500
"""Pixels a side, below which a JPEG is not unpacked smaller than it is."""
"""Pixels that are looked at; larger pictures are made smaller first."""
SOFT = 4.0
"""Pixels from the edge at which a picture is what it is: no softer edges are expected."""
LEAST_AREA = 12.0
"""Pixels: smaller forms and smaller holes are noise."""
WHOLE = 0.995
"""Part of the picture: what is larger is no form in it."""

Floats = NDArray[np.float64]
Mask = NDArray[np.bool_]


def traced_area(
    picture: Image.Image, seeds: Sequence[complex], *, tolerance: float, holes: bool
) -> Found:
    """What lies around some places of a picture and is nearly of their colour.

    Args:
        picture: any mode; what is clear counts as white.
        seeds: places in parts of its width and height; several add up.
        tolerance: how far colours may be from that of a place, as the eye counts (CIE 1976 ΔE).
        holes: what the form surrounds stays out of it.

    Raises:
        Refusal: `no_form`, `whole_picture` or `outside_picture`.

    """
    pixels = _flat(picture)
    high, wide = pixels.shape[:2]
    lab = ndimage.median_filter(rgb2lab(pixels), size=(3, 3, 1))
    form: Mask = np.zeros((high, wide), dtype=bool)
    spots = [(int(s.imag * high), int(s.real * wide)) for s in seeds]
    if not spots or not all(0 <= r < high and 0 <= c < wide for r, c in spots):
        raise refusal("outside_picture")
    for row, column in spots:
        near = np.linalg.norm(lab - lab[row, column], axis=2) <= tolerance
        labels, _ = ndimage.label(near)
        form |= labels == labels[row, column]
    form = _cleared(form, holes=holes)
    if form.sum() < LEAST_AREA:
        raise refusal("no_form")
    if form.mean() > WHOLE:
        raise refusal("whole_picture")
    share = _mixture(pixels, form)
    share = _mixture(pixels, share >= 0.5)  # once more from where the edge really is
    loops = tuple(_loops(share, wide, high))
    if not loops:
        raise refusal("no_form.thin")
    red, green, blue = (round(v * 255) for v in pixels[spots[-1]])
    return Found(loops, f"#{red:02X}{green:02X}{blue:02X}", 1.0 / wide)


def _flat(picture: Image.Image) -> Floats:
    """The picture's colours from 0 to 1, on white, not larger than is looked at."""
    if picture.format == "JPEG":
        picture.draft("RGB", (SMALLER, SMALLER))
    plain = picture.convert("RGBA")
    factor = (MOST_PIXELS / (plain.width * plain.height)) ** 0.5
    if factor < 1.0:
        size = (max(1, int(plain.width * factor)), max(1, int(plain.height * factor)))
        plain = plain.resize(size, Image.Resampling.BOX)
    white = Image.new("RGBA", plain.size, (255, 255, 255, 255))
    return np.asarray(Image.alpha_composite(white, plain).convert("RGB"), dtype=float) / 255.0


def _cleared(form: Mask, *, holes: bool) -> Mask:
    """A form without specks, and without holes that are noise, or any where none are wanted."""
    filled: Mask = ndimage.binary_fill_holes(form)
    if not holes:
        return filled
    gaps, count = ndimage.label(filled & ~form)
    if count:
        sizes = ndimage.sum_labels(np.ones_like(gaps), gaps, range(1, count + 1))
        noise = 1 + np.flatnonzero(sizes < LEAST_AREA)
        form = form | np.isin(gaps, noise)
    return form


def _mixture(pixels: Floats, form: Mask) -> Floats:
    """How much of each pixel is inside, from 0 to 1: near the edge by its colour."""
    inside = ndimage.distance_transform_edt(form)
    outside = ndimage.distance_transform_edt(~form)
    deep = inside >= min(SOFT, inside.max())
    beyond = outside >= min(SOFT, outside.max())
    share = form.astype(float)
    if not deep.any() or not beyond.any():
        return share
    band = np.where(form, inside, outside) < SOFT
    rows, columns = np.nonzero(band)
    colours = [
        pixels[tuple(index[:, rows, columns])]
        for index in (
            ndimage.distance_transform_edt(~known, return_distances=False, return_indices=True)
            for known in (deep, beyond)
        )
    ]
    difference = colours[0] - colours[1]
    square = np.maximum((difference * difference).sum(axis=1), 1e-6)
    part = ((pixels[rows, columns] - colours[1]) * difference).sum(axis=1) / square
    share[rows, columns] = np.clip(part, 0.0, 1.0)
    return share


def _loops(share: Floats, wide: int, high: int) -> list[tuple[complex, ...]]:
    """The lines along which half of a pixel is inside, but for specks."""
    found = []
    for line in find_contours(np.pad(share, 1), 0.5):
        x, y = (line[:, 1] - 0.5) / wide, (line[:, 0] - 0.5) / high
        area = 0.5 * abs(np.dot(x[:-1], y[1:]) - np.dot(x[1:], y[:-1])) * wide * high
        if area >= LEAST_AREA and len(line) > 3:
            found.append(tuple(complex(a, b) for a, b in zip(x[:-1], y[:-1], strict=True)))
    return found
