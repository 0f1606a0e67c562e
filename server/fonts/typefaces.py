"""A typeface by HarfBuzz: what characters it has, how they stand, what they look like.

The glyphs' outlines are drawn by HarfBuzz, too: it bounds what a font can make it do, and draws the
very glyphs it has placed. The tests compare them with those that fontTools draws.
"""

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

import uharfbuzz as hb
from fontTools.pens.svgPathPen import SVGPathPen
from fontTools.pens.transformPen import TransformPen

CSS_INITIAL = {"wght": 400.0, "wdth": 100.0}
"""Where CSS takes a font that says nothing else, whatever its own default is (CSS Fonts 4, 2)."""
HIDDEN = 0x0001
"""Flag of an axis that is not meant for people (OpenType, `fvar`, HIDDEN_AXIS)."""
DEFAULT_LANGUAGE = 0xFFFF
"""The number of the language of a script that no other fits (HarfBuzz)."""


@dataclass(frozen=True)
class FontAxis:
    """An axis of a variable font (OpenType, `fvar`), in its own units.

    `default`: where it is taken where nothing is said; `hidden`: it is not meant for people.
    """

    tag: str
    name: str
    least: float
    default: float
    most: float
    hidden: bool


@dataclass(frozen=True)
class Placed:
    """A glyph as HarfBuzz placed it.

    Args:
        glyph: its number in its part of the font.
        letters: the characters it stands for; empty for all but the first of several.
        wide: font units by which it moves on.
        by: font units, y down, from its place to where it is drawn.
        joined: the next glyph stands for the same characters.
    """

    glyph: int
    letters: str
    wide: float
    by: complex
    joined: bool


class Typeface:
    """A font in one part or several: what the first does not have comes from the next.

    Args:
        parts: what gives each, plain OpenType with the same em; asked for when it is needed.
    """

    def __init__(self, *parts: Callable[[], bytes]) -> None:
        self._parts = parts
        self._faces: dict[int, hb.Face] = {}
        self._opened: dict[int, hb.Font] = {}
        self._axes: Mapping[str, float] = {}

    def at(self, axes: Mapping[str, float]) -> "Typeface":
        """The font somewhere on its axes, by tag; those it does not have change nothing."""
        if not axes:
            return self
        made = Typeface(*self._parts)
        made._faces = self._faces  # what is opened once serves both
        made._axes = axes
        return made

    def _face(self, part: int) -> hb.Face:
        if part not in self._faces:
            self._faces[part] = hb.Face(self._parts[part]())
        return self._faces[part]

    def _font(self, part: int) -> hb.Font:
        if part not in self._opened:
            face = self._face(part)
            font = hb.Font(face)
            if face.has_var_data:
                font.set_variations({a.tag: a.default for a in _axes(face)} | dict(self._axes))
            self._opened[part] = font
        return self._opened[part]

    @property
    def em(self) -> float:
        """Font units."""
        return float(self._face(0).upem)

    @property
    def axes(self) -> list[FontAxis]:
        """The axes of a variable font that people set; none of another."""
        return [a for a in _axes(self._face(0)) if not a.hidden and a.least < a.most]

    @property
    def features(self) -> list[str]:
        """The tags of the features by which its glyphs are replaced, sorted."""
        face = self._face(0)
        found: set[str] = set()
        for number in range(len(face.get_table_script_tags("GSUB"))):
            languages = range(len(face.get_script_language_tags("GSUB", number)))
            for language in (*languages, DEFAULT_LANGUAGE):
                found.update(face.get_language_feature_tags("GSUB", number, language))
        return sorted(found)

    @property
    def shows_something(self) -> bool:
        """Whether any of the characters that it maps can be drawn."""
        glyphs = (self._font(0).get_nominal_glyph(c) for c in self.characters())
        return any(self.form(0, g) for g in glyphs if g)

    def characters(self) -> list[int]:
        """The characters of its first part, by number."""
        return sorted(self._face(0).unicodes)

    def glyph(self, code: int) -> int:
        """The number of the glyph of a character in its first part; 0: it has none."""
        return int(self._font(0).get_nominal_glyph(code) or 0)

    def has(self, part: int, character: str) -> bool:
        """Whether a part of it has a character."""
        return bool(self._font(part).get_nominal_glyph(ord(character)))

    def part_of(self, character: str) -> int | None:
        """The part that has a character; None: none has."""
        return next((n for n in range(len(self._parts)) if self.has(n, character)), None)

    def form(self, part: int, glyph: int, *, scale: float = 1.0) -> str:
        """SVG path data of a glyph in font units, y down; empty where it shows nothing."""
        pen = SVGPathPen(None, ntos=lambda v: f"{v:.6g}")
        down = (scale, 0, 0, -scale, 0, 0)  # fonts have y up, drawings y down
        self._font(part).draw_glyph_with_pen(glyph, TransformPen(pen, down))
        return str(pen.getCommands())

    def placed(
        self, part: int, text: str, features: Mapping[str, int], *, script: str, rtl: bool
    ) -> Iterator[Placed]:
        """The glyphs of a run of text, as they are seen from left to right.

        Args:
            part: the part of the font that has them.
            text: of one direction and one script.
            features: what is set of the font's features, by tag.
            script: by its code in ISO 15924.
            rtl: it is read from right to left.
        """
        buffer = hb.Buffer()
        buffer.add_str(text)
        buffer.direction = "rtl" if rtl else "ltr"
        buffer.script = script
        buffer.guess_segment_properties()
        hb.shape(self._font(part), buffer, dict(features))
        infos, positions = buffer.glyph_infos, buffer.glyph_positions
        starts = sorted({i.cluster for i in infos})
        ends = dict(zip(starts, [*starts[1:], len(text)], strict=True))
        seen: set[int] = set()
        clusters = [*(i.cluster for i in infos), None]
        for number, (info, position) in enumerate(zip(infos, positions or (), strict=True)):
            letters = "" if info.cluster in seen else text[info.cluster : ends[info.cluster]]
            seen.add(info.cluster)
            by = complex(position.x_offset, -position.y_offset)
            joined = clusters[number + 1] == info.cluster
            yield Placed(info.codepoint, letters, float(position.x_advance), by, joined)


def _axes(face: hb.Face) -> list[FontAxis]:
    """All axes of a face, each with where it is taken where nothing is said."""
    return [
        FontAxis(
            a.tag,
            face.get_name(a.name_id) or a.tag,
            a.min_value,
            min(max(CSS_INITIAL.get(a.tag, a.default_value), a.min_value), a.max_value),
            a.max_value,
            bool(int(a.flags) & HIDDEN),
        )
        for a in face.axis_infos
    ]
