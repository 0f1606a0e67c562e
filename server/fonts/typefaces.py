"""A typeface by HarfBuzz: what characters it has, how they stand, what they look like.

The glyphs' outlines are drawn by HarfBuzz, too: it bounds what a font can make it do, and draws the
very glyphs it has placed. The tests compare them with those that fontTools draws.
"""

from collections.abc import Callable, Iterator
from dataclasses import dataclass

import uharfbuzz as hb
from fontTools.pens.svgPathPen import SVGPathPen
from fontTools.pens.transformPen import TransformPen

DOWN = (1, 0, 0, -1, 0, 0)
"""Fonts have y up, drawings y down."""


@dataclass(frozen=True)
class Placed:
    """A glyph as HarfBuzz placed it.

    Args:
        part: in which part of the font it is.
        glyph: its number there.
        letters: the characters it stands for; empty for all but the first of several.
        wide: font units by which it moves on.
        by: font units, y down, from its place to where it is drawn.
    """

    part: int
    glyph: int
    letters: str
    wide: float
    by: complex


class Typeface:
    """A font in one part or several: what the first does not have comes from the next.

    Args:
        parts: what gives each, plain OpenType with the same em; asked for when it is needed.
    """

    def __init__(self, *parts: Callable[[], bytes]) -> None:
        self._parts = parts
        self._opened: dict[int, hb.Font] = {}

    def _font(self, part: int) -> hb.Font:
        if part not in self._opened:
            self._opened[part] = hb.Font(hb.Face(self._parts[part]()))
        return self._opened[part]

    @property
    def em(self) -> float:
        """Font units."""
        return float(self._font(0).face.upem)

    @property
    def shows_something(self) -> bool:
        """Whether any of the characters that it maps can be drawn."""
        glyphs = (self._font(0).get_nominal_glyph(c) for c in self.characters())
        return any(self.form(0, g) for g in glyphs if g)

    def characters(self) -> list[int]:
        """The characters of its first part, by number."""
        return sorted(self._font(0).face.unicodes)

    def glyph(self, code: int) -> int:
        """The number of the glyph of a character in its first part; 0: it has none."""
        return int(self._font(0).get_nominal_glyph(code) or 0)

    def part_of(self, character: str) -> int | None:
        """The part that has a character; None: none has."""
        code = ord(character)
        parts = range(len(self._parts))
        found = (n for n in parts if self._font(n).get_nominal_glyph(code))
        return next(found, None)

    def form(self, part: int, glyph: int) -> str:
        """SVG path data of a glyph in font units, y down; empty where it shows nothing."""
        pen = SVGPathPen(None, ntos=lambda v: f"{v:.6g}")
        self._font(part).draw_glyph_with_pen(glyph, TransformPen(pen, DOWN))
        return str(pen.getCommands())

    def placed(self, text: str, *, kerning: bool, ligatures: bool) -> Iterator[Placed]:
        """The glyphs of a line of text, as they are seen from left to right."""
        features = {"kern": kerning, "liga": ligatures, "clig": ligatures}
        for part, run in self._runs(text):
            buffer = hb.Buffer()
            buffer.add_str(run)
            buffer.guess_segment_properties()
            hb.shape(self._font(part), buffer, features)
            yield from _placed(part, run, buffer)

    def _runs(self, text: str) -> Iterator[tuple[int, str]]:
        """Text in runs, each of which comes from one part of the font."""
        run, at = "", 0
        for character in text:
            part = self.part_of(character)
            stays = part is None or (run and self._font(at).get_nominal_glyph(ord(character)))
            if run and not stays and part != at:
                yield at, run
                run = ""
            if not run and part is not None:
                at = part
            run += character
        if run:
            yield at, run


def _placed(part: int, run: str, buffer: hb.Buffer) -> Iterator[Placed]:
    infos, positions = buffer.glyph_infos, buffer.glyph_positions
    starts = sorted({i.cluster for i in infos})
    ends = dict(zip(starts, [*starts[1:], len(run)], strict=True))
    values: set[int] = set()
    for info, position in zip(infos, positions or (), strict=True):
        letters = "" if info.cluster in values else run[info.cluster : ends[info.cluster]]
        values.add(info.cluster)
        by = complex(position.x_offset, -position.y_offset)
        yield Placed(part, info.codepoint, letters, float(position.x_advance), by)
