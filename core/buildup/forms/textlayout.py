"""Letters where they stand: along a straight line, an arc, or a path.

A glyph stands with the middle of its advance on the line, turned as the line runs there (W3C SVG 2,
11.8.2, text on a path). Lengths are sheet units, y down; letters stand on the left of the way they
run, which is above a line that runs to the right.
"""

import itertools
import math
from bisect import bisect_right
from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass

from buildup.contours.anchors import Contour
from buildup.contours.extent import box_of
from buildup.contours.moving import moved_contour
from buildup.drawing.itemtypes import TextItem, TextOnPath
from buildup.drawing.text import Glyph, Lettering
from buildup.drawing.textchecks import form_contours
from buildup.geometry.angles import dot, turned_by
from buildup.geometry.bezier import Cubic, split_at
from buildup.geometry.boxes import Box
from buildup.geometry.lengths import length
from buildup.geometry.nearest import nearest
from buildup.geometry.stations import stations_at, tangent_at
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine

Spot = tuple[complex, complex]
"""A place on a line, and the direction of length 1 in which the line runs there."""
Course = Callable[[Sequence[float]], list[Spot]]
"""The spots at some lengths along a line, rising, from where it is aligned."""
TIGHTEST = 0.25
"""Sizes of type: no arc is bent tighter."""
LEAST_BEND = 0.01
"""What the end of a line is pulled off it, by how far it is along: less is straight (1.1°)."""


@dataclass(frozen=True, slots=True)
class Letter:
    """What is seen of a glyph: the characters it stands for, and its contours on the sheet."""

    letters: str
    contours: tuple[Contour, ...]


def row_length(lettering: Lettering, line: int) -> float:
    """How long a line is, sheet units; tracking stands between letters, not behind the last."""
    glyphs = lettering.lines[line]
    parted = sum(not g.joined for g in glyphs[:-1])
    return lettering.scale * math.fsum(g.wide for g in glyphs) + lettering.apart * parted


def longest_row(lettering: Lettering) -> float:
    """How long the longest line is, sheet units."""
    return max(row_length(lettering, n) for n in range(len(lettering.shaped.lines)))


def _middles(lettering: Lettering, line: int) -> Iterator[tuple[float, Glyph]]:
    """Where the middle of each glyph is along its line, from where that is aligned."""
    at = lettering.begins * row_length(lettering, line)
    for glyph in lettering.lines[line]:
        wide = glyph.wide * lettering.scale
        yield at + wide / 2.0, glyph
        at += wide + (0.0 if glyph.joined else lettering.apart)


def letters_along(lettering: Lettering, courses: Sequence[Course]) -> Iterator[Letter]:
    """The letters of each line along its course; what shows nothing is left out."""
    scale, shaped = lettering.scale, lettering.shaped
    for line, course in enumerate(courses):
        row = list(_middles(lettering, line))
        for (_, glyph), (at, direction) in zip(row, course([s for s, _ in row]), strict=True):
            if glyph.form is None:
                continue
            shift = glyph.by - glyph.wide / 2.0
            position = Affine(
                direction * scale, direction * scale * 1j, at + shift * scale * direction
            )
            contours = form_contours(shaped.forms[glyph.form])
            moved = tuple(moved_contour(c, position) for c in contours)
            if moved:
                yield Letter(glyph.letters, moved)


def straight(line: float) -> Course:
    """The course of a line that runs level, so far below the first."""
    return lambda lengths: [(complex(s, line), 1.0 + 0j) for s in lengths]


def bent(radius: float, line: float, *, least: float) -> Course:
    """The course of a line on an arc.

    Args:
        radius: of the first line, whose middle lies so far below 0; above it where it is negative.
        line: how far below the first line this one runs, about the same middle.
        least: no arc has a smaller radius.

    """
    own = radius - line
    own = max(own, least) if radius > 0.0 else min(own, -least)

    def course(lengths: Sequence[float]) -> list[Spot]:
        directions = [turned_by(1.0 + 0j, s / own) for s in lengths]
        return [(1j * (radius - own * direction), direction) for direction in directions]

    return course


class Path:
    """A contour as the course of a line of words.

    Beyond the ends of an open one it runs straight on, so that no letter is lost; a closed one is
    run round and round.

    Args:
        contour: with a segment that has a length.
        backwards: it is run from its end.

    """

    def __init__(self, contour: Contour, *, backwards: bool) -> None:
        segments = [s for s in contour.segments if length(s) > NO_LENGTH]
        if backwards:
            segments = [(d, c, b, a) for a, b, c, d in reversed(segments)]
        self._segments: list[Cubic] = segments
        self._ends = list(itertools.accumulate(map(length, segments)))
        self.closed = contour.closed
        self.length = self._ends[-1]
        """Sheet units."""

    def spots(self, lengths: Sequence[float]) -> list[Spot]:
        """Where some lengths along it are, and how it runs there."""
        return [self._spot(s % self.length if self.closed else s) for s in lengths]

    def course(self, start: float, line: float) -> Course:
        """The course of a line of words that is aligned at a length, and stands off the path.

        Args:
            start: sheet units along it.
            line: how far to the right of the path it runs; below 0 to its left.

        """
        return lambda lengths: [
            (at + direction * 1j * line, direction)
            for at, direction in self.spots([start + s for s in lengths])
        ]

    def beyond(self, start: float, lettering: Lettering, row: int) -> float:
        """How far a line that is aligned at a length reaches beyond an open path, or round it."""
        long = row_length(lettering, row)
        if self.closed:
            return max(long - self.length, 0.0)
        begins = start + lettering.begins * long
        return max(-begins, 0.0) + max(begins + long - self.length, 0.0)

    def nearest(self, position: complex) -> float:
        """How far along it the place is that is nearest to another."""
        found = nearest(self._segments, position)
        assert found is not None  # it has a segment  # noqa: S101
        before = self._ends[found.segment - 1] if found.segment else 0.0
        start, _ = split_at(self._segments[found.segment], found.t)
        return before + length(start)

    def _spot(self, along: float) -> Spot:
        n = min(bisect_right(self._ends, along), len(self._segments) - 1)
        segment = self._segments[n]
        if along < 0.0 or along > self.length:
            t, past = (0.0, along) if along < 0.0 else (1.0, along - self.length)
            direction = tangent_at(segment, t)
            return segment[round(t) * 3] + past * direction, direction
        (station,) = stations_at(segment, [along - (self._ends[n - 1] if n else 0.0)])
        return station.at, station.direction or 1.0 + 0j


def paths_of(contours: Iterable[Contour], *, backwards: bool = False) -> list[Path]:
    """Those of some contours that words can run along."""
    return [
        Path(c, backwards=backwards)
        for c in contours
        if any(length(s) > NO_LENGTH for s in c.segments)
    ]


def courses_along(paths: Sequence[Path], edge: TextOnPath) -> list[Course]:
    """The course of each line along one path (or more); the last one serves all that are left."""
    step = edge.lettering.step
    last = len(paths) - 1
    return [
        paths[min(n, last)].course(
            edge.start * paths[min(n, last)].length, max(n - last, 0) * step - edge.offset
        )
        for n in range(len(edge.lettering.shaped.lines))
    ]


def word_courses(words: TextItem) -> list[Course]:
    """The course of each line of words, in the plane of the first."""
    lettering = words.lettering
    rows = range(len(lettering.shaped.lines))
    if words.radius is None:
        return [straight(n * lettering.step) for n in rows]
    return [bent(words.radius, n * lettering.step, least=lettering.size * TIGHTEST) for n in rows]


def word_letters(words: TextItem) -> Iterator[Letter]:
    """The letters of words on the sheet."""
    for letter in letters_along(words.lettering, word_courses(words)):
        contours = tuple(moved_contour(c, words.place) for c in letter.contours)
        yield Letter(letter.letters, contours)


def word_contours(words: TextItem) -> tuple[Contour, ...]:
    """All contours of words on the sheet."""
    return tuple(c for letter in word_letters(words) for c in letter.contours)


def plane_box(words: TextItem) -> Box:
    """The tight box of words in the plane of their first line."""
    flat = letters_along(words.lettering, word_courses(words))
    return box_of([c for letter in flat for c in letter.contours])


def bend_through(end: complex, lettering: Lettering) -> float | None:
    """The radius of the arc that leaves 0 level and passes through a place; None: it is straight.

    Args:
        end: in the plane of the first line.
        lettering: which is bent; an arc has a least radius.

    """
    if abs(end.imag) < LEAST_BEND * abs(end):
        return None
    radius = dot(end, end) / (2.0 * end.imag)
    least = lettering.size * TIGHTEST
    return max(radius, least) if radius > 0.0 else min(radius, -least)
