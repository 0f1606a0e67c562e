"""Text of SVG (W3C SVG 2, chapter Text) as words, where somebody has the font it is set in.

Read are lines of `text` and `tspan` with their places, anchors, sizes, spacing and paint. Letters
that are placed one by one begin where the first of them stands.
"""

import math
import re
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace

from buildup.drawing.text import Align, Lettering
from buildup.drawing.textchecks import MOST_LETTERS, MOST_TRACKING, SMALLEST_TYPE
from buildup.formats.svg.svgtree import TEXT, Element
from buildup.formats.svg.svgvalues import FIRST_PAINT, FIRST_SIZE, PAINT, Lengths, read_length
from buildup.formats.svg.text.svgfonts import FONT, Say, runs_rtl, wish_of, without_shorthand
from buildup.forms.textlayout import row_length

KEPT = frozenset({"inherit", "unset", "revert"})
"""Words after which a property that is handed down stays as it is around (CSS Cascade 4, 7.3)."""
_ANCHORS: Mapping[str, Align] = {"middle": "middle", "end": "end"}
_PARTS: Mapping[Align, float] = {"start": 0.0, "middle": 0.5, "end": 1.0}
_SPACE = re.compile(r"\s+")
INITIAL: Mapping[str, str] = {**FIRST_PAINT, "font-size": repr(FIRST_SIZE)}
"""What properties are where nothing is declared, as far as that is not to be known otherwise."""
Declared = Callable[[Element], Mapping[str, str]]


@dataclass(frozen=True)
class Line:
    """Text that was set, and where.

    Args:
        lettering: what it says.
        at: its place; along a path how far from where that begins it, and to the right of it.
        paint: how it is painted.
        along: the element that lays it along a path.

    """

    lettering: Lettering
    at: complex
    paint: Mapping[str, str]
    along: Element | None = None


@dataclass
class _Run:
    """Text of one look; where it has a place of its own a chunk begins (SVG 2, 11.5)."""

    text: str
    look: Mapping[str, str]
    x: float | None = None
    y: float | None = None
    by: complex = 0j
    along: Element | None = None

    @property
    def placed(self) -> bool:
        return self.x is not None or self.y is not None


@dataclass
class SetText:
    """A `text` element set in fonts.

    Args:
        say: sets a line.
        declared: what is declared of an element.
        left: counts what could not be taken over, by kind.
        lengths: what its places are in parts of.
        changed: counts what is set in another way, by kind.

    """

    say: Say
    declared: Declared
    left: Callable[[str], None]
    lengths: Lengths
    changed: Callable[[str], None]
    _ends: str = field(default=" ", init=False)
    """What the text so far ends with: spaces that follow each other are one."""

    def lines(self, element: Element, look: Mapping[str, str]) -> Iterator[Line]:
        """The lines of the element, which inherits a look."""
        self._ends = " "
        runs = list(self._runs(element, look))
        if runs:
            runs[-1].text = runs[-1].text.rstrip()
        chunk: list[_Run] = []
        pen = 0j
        for run in runs:
            if chunk and (run.placed or run.along is not chunk[-1].along):
                lines, pen = self._chunk(chunk, pen)
                yield from lines
                chunk = []
            chunk.append(run)
        yield from self._chunk(chunk, pen)[0] if chunk else ()

    def _runs(self, element: Element, around: Mapping[str, str]) -> Iterator[_Run]:
        declared = self.declared(element)
        if declared.get("display") == "none":
            return
        look = inherited(around, declared)
        x, y, dx, dy = (self._first(element, k, font_size(look)) for k in ("x", "y", "dx", "dy"))
        by = complex(dx or 0.0, dy or 0.0)
        for child in element.children:
            if child.name == TEXT:
                text = _SPACE.sub(" ", child.text)
                text = text.lstrip() if self._ends == " " else text
                if text:
                    self._ends = text[-1]
                    yield _Run(text, look, x, y, by)
                    x = y = None
                    by = 0j
            elif child.name in ("tspan", "a"):
                for run in self._runs(child, look):
                    if run.x is None and run.y is None:
                        run.x, run.y = x, y
                    run.by += by
                    yield run
                    x = y = None
                    by = 0j
            elif child.name == "textPath":
                for run in self._runs(child, look):
                    run.along = child
                    yield run

    def _first(self, element: Element, name: str, em: float) -> float | None:
        """The first of some places; of more of them letters are placed one by one."""
        listed = _SPACE.split(element.attributes.get(name, "").replace(",", " ").strip()[:400])
        if len(listed) > 1:
            self.left("positions of single glyphs")
        lengths = replace(self.lengths, em=em)
        read = lengths.across if name.endswith("x") else lengths.down
        return read(listed[0]) if listed[0] else None

    def _chunk(self, runs: list[_Run], pen: complex) -> tuple[list[Line], complex]:
        """The lines of a chunk, and where it ends."""
        x, y, along = runs[0].x, runs[0].y, runs[0].along
        pen = complex(pen.real if x is None else x, pen.imag if y is None else y)
        if along is not None:
            pen = complex(x or 0.0, 0.0)
        made = [(run, self._set(run)) for run in runs]
        wide = math.fsum(row_length(lettering, 0) for _, lettering in made if lettering is not None)
        align = _ANCHORS.get(runs[0].look.get("text-anchor", "start"), "start")
        rtl = runs_rtl(runs[0].look)
        before = wide * (1.0 - _PARTS[align] if rtl else _PARTS[align])
        if len(runs) == 1:
            lettering = made[0][1]
            at = pen + runs[0].by
            lettering = lettering and replace(lettering, align=align)
            end = at - before if rtl else at - before + wide
            return [Line(lettering, at, runs[0].look, along)] if lettering else [], end
        pen -= before
        begin = pen
        lines = []
        for run, lettering in reversed(made) if rtl else made:
            pen += run.by
            if lettering is not None:
                long = row_length(lettering, 0)
                lines.append(Line(lettering, pen + long * lettering.shaped.rtl, run.look, along))
                pen += long
        return (lines[::-1], begin) if rtl else (lines, pen)

    def _set(self, run: _Run) -> Lettering | None:
        """What a run comes to in its font; None: nothing, or the font is not here."""
        size = font_size(run.look)
        if not run.text.strip() or size < SMALLEST_TYPE:
            return None
        text = run.text
        if len(text) > MOST_LETTERS:
            self.left("text beyond 1,000 characters")
            text = text[:MOST_LETTERS]
        wish = wish_of(run.look, text)
        spoken = self.say(text, wish)
        if spoken is None:
            self.left("text in missing fonts")
            return None
        if not spoken.exact:
            self.changed("text in a substitute font")
        if spoken.shaped.fallbacks:
            self.changed("characters in a fallback font")
        spacing = read_length(run.look.get("letter-spacing"), em=size) / size * 1_000.0
        return Lettering(
            text=text,
            font=spoken.font,
            font_name=spoken.font_name,
            shaped=spoken.shaped,
            kerning=wish.kerning,
            ligatures=wish.ligatures,
            axes=wish.axes,
            features=wish.features,
            direction=wish.direction,
            size=size,
            tracking=min(max(spacing, -MOST_TRACKING), MOST_TRACKING),
        )


def inherited(around: Mapping[str, str], declared: Mapping[str, str]) -> dict[str, str]:
    """How what an element holds is painted and set; the size of its font is in sheet units.

    >>> inherited({"fill": "red", "font-size": "20"}, {"fill": "inherit", "font-size": "2em"})
    {'fill': 'red', 'font-size': '40.0'}
    >>> inherited({"fill": "red"}, {"fill": "initial", "opacity": ".5"})
    {'fill': 'black'}
    """
    own = without_shorthand(declared)
    look = dict(around)
    for name, value in own.items():
        if name not in PAINT and name not in FONT:
            continue
        keyword = value.lower()
        if keyword == "initial":
            look.pop(name, None)
            look |= {name: INITIAL[name]} if name in INITIAL else {}
        elif keyword not in KEPT:
            look[name] = value
    if look.get("font-size", "") != around.get("font-size", ""):
        outer = font_size(around)
        look["font-size"] = repr(
            read_length(look["font-size"], whole=outer, otherwise=outer, em=outer)
        )
    return look


def font_size(look: Mapping[str, str]) -> float:
    """The size of the font of a look, in sheet units."""
    return read_length(look.get("font-size"), otherwise=FIRST_SIZE)
