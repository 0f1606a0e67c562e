"""Outlines that nobody here drew, and how other programs see outlines."""

import functools
import itertools
from pathlib import Path

import numpy as np
import pathops
from buildup.geometry.bezier import line, points_at
from buildup.geometry.intersect.prepared import Operand
from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.ttLib import TTFont
from shapely import LinearRing
from shapely.ops import polygonize, unary_union

FONT = Path(__file__).parents[2] / "web/node_modules/@fontsource-variable/hanken-grotesk/files"
LETTERS = "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&@$%?§"
FINE = 300
"""Pieces of each segment of a polygon that stands for an outline."""


@functools.cache
def _font():
    return TTFont(FONT / "hanken-grotesk-latin-wght-normal.woff2")


def glyphs():
    """The outlines of `LETTERS`."""
    return [glyph(_font().getBestCmap()[ord(c)]) for c in LETTERS]


@functools.cache
def glyph(name):
    """A glyph of Hanken Grotesk (OFL), 1,000 units to the em, y down; quadratics as cubics."""
    glyph_set = _font().getGlyphSet()
    pen = DecomposingRecordingPen(glyph_set)
    glyph_set[name].draw(pen)
    contours, here = [], None
    for verb, points in pen.value:
        positions = [complex(x, -y) for x, y in points]
        if verb == "moveTo":
            contours.append([])
            here = positions[0]
        elif verb == "lineTo":
            contours[-1].append(line(here, positions[0]))
            here = positions[0]
        elif verb == "qCurveTo":
            *handles, last = positions
            ends = [(p + q) / 2 for p, q in itertools.pairwise(handles)]
            for q, end in zip(handles, [*ends, last], strict=True):
                contours[-1].append((here, here + (q - here) * 2 / 3, end + (q - end) * 2 / 3, end))
                here = end
    closed = ([*c, line(c[-1][3], c[0][0])] for c in contours)
    return Operand(tuple(tuple(s for s in c if s[0] != s[3]) for c in closed))


def moved(operand, by):
    """An operand under a map."""
    return Operand(
        tuple(tuple(tuple(map(by, s)) for s in c) for c in operand.contours), operand.rule
    )


def polygon(operand, fine=FINE):
    """An operand as shapely sees it, flattened finely: the faces around which its lines run."""
    rings = [
        np.array([p for s in contour for p in points_at(s, [k / fine for k in range(fine)])])
        for contour in operand.contours
    ]
    lines = [LinearRing(np.column_stack((r.real, r.imag))) for r in rings]
    faces = polygonize(unary_union(lines)) if lines else []
    return unary_union([f for f in faces if _around(rings, f.representative_point())])


def _around(rings, spot):
    """How often rings run around a place: the sum of the angles of their sides."""
    turns = 0
    for ring in rings:
        ways = np.append(ring, ring[0]) - complex(spot.x, spot.y)
        turns += round(float(np.angle(ways[1:] / ways[:-1]).sum() / (2 * np.pi)))
    return turns


def path(operand):
    """An operand as skia-pathops sees it."""
    made = pathops.Path()
    pen = made.getPen()
    for contour in operand.contours:
        pen.moveTo((contour[0][0].real, contour[0][0].imag))
        for segment in contour:
            pen.curveTo(*((p.real, p.imag) for p in segment[1:]))
        pen.closePath()
    return made
