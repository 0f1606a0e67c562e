"""What each operator of a content stream does (ISO 32000-1, annex A)."""

from collections.abc import Callable, Iterator
from dataclasses import replace
from typing import TYPE_CHECKING, Any

from imports.pdf.pdfcolours import CMYK, GRAY, RGB, Space
from imports.pdf.pdfinks import colour, into_space, shade
from imports.pdf.pdfobjects import attributes, picture, show
from imports.pdf.pdfstate import CAPS, JOINS, among
from imports.pdf.pdfvalues import matrix_in, name_in, number_in, numbers_in

if TYPE_CHECKING:
    from imports.pdf.pdfcontent import Content

Operands = list[Any]
Act = Callable[["Content", Operands], None]


def _points(operands: Operands) -> Iterator[complex]:
    values = [number_in(o) for o in operands]
    yield from (complex(x, y) for x, y in zip(values[::2], values[1::2], strict=False))


def _painting(*, fill: str = "", stroke: bool = False, close: bool = False) -> Act:
    return lambda c, _: c.paint(fill=fill, stroke=stroke, close=close)


def _dash(c: "Content", o: Operands) -> None:
    if len(o) == 2:
        c.state = replace(c.state, dashes=tuple(numbers_in(o[0])), dash_from=number_in(o[1]))


def _of(space: Space, *, stroking: bool) -> Act:
    return lambda c, o: colour(c, space, o, stroking=stroking)


def _first(act: Callable[["Content", Any], None]) -> Act:
    """An act with one operand; without it nothing is done."""
    return lambda c, o: act(c, o[0]) if o else None


def _set(name: str, read: Callable[[Any], Any] = number_in) -> Act:
    def act(c: "Content", value: Any) -> None:
        c.state = replace(c.state, **{name: read(value)})

    return _first(act)


def _set_text(name: str, read: Callable[[Any], Any] = number_in) -> Act:
    return _first(lambda c, value: c.set_text(**{name: read(value)}))


ACTS: dict[str, Act] = {
    "q": lambda c, _: c.save(),
    "Q": lambda c, _: c.restore(),
    "cm": lambda c, o: c.concatenate(matrix_in(o)),
    "w": _set("width", lambda v: abs(number_in(v))),
    "J": _set("cap", lambda v: among(v, CAPS)),
    "j": _set("join", lambda v: among(v, JOINS)),
    "M": _set("miter"),
    "d": _dash,
    "gs": _first(lambda c, v: attributes(c, name_in(v))),
    "m": lambda c, o: c.path.move(*_points(o[:2])),
    "l": lambda c, o: c.path.line(*_points(o[:2])),
    "c": lambda c, o: c.path.curve(*_points(o[:6])),
    "v": lambda c, o: c.path.curve_from_here(*_points(o[:4])),
    "y": lambda c, o: c.path.curve_to_end(*_points(o[:4])),
    "h": lambda c, _: c.path.close(),
    "re": lambda c, o: c.path.box(*(number_in(v) for v in o[:4])),
    "S": _painting(stroke=True),
    "s": _painting(stroke=True, close=True),
    "f": _painting(fill="nonzero"),
    "F": _painting(fill="nonzero"),
    "f*": _painting(fill="evenodd"),
    "B": _painting(fill="nonzero", stroke=True),
    "B*": _painting(fill="evenodd", stroke=True),
    "b": _painting(fill="nonzero", stroke=True, close=True),
    "b*": _painting(fill="evenodd", stroke=True, close=True),
    "n": _painting(),
    "W": lambda c, _: c.clips_by("nonzero"),
    "W*": lambda c, _: c.clips_by("evenodd"),
    "g": _of(GRAY, stroking=False),
    "G": _of(GRAY, stroking=True),
    "rg": _of(RGB, stroking=False),
    "RG": _of(RGB, stroking=True),
    "k": _of(CMYK, stroking=False),
    "K": _of(CMYK, stroking=True),
    "cs": _first(lambda c, v: into_space(c, v, stroking=False)),
    "CS": _first(lambda c, v: into_space(c, v, stroking=True)),
    "sc": lambda c, o: colour(c, None, o, stroking=False),
    "scn": lambda c, o: colour(c, None, o, stroking=False),
    "SC": lambda c, o: colour(c, None, o, stroking=True),
    "SCN": lambda c, o: colour(c, None, o, stroking=True),
    "sh": _first(lambda c, v: shade(c, name_in(v))),
    "Do": _first(lambda c, v: show(c, name_in(v))),
    "INLINE IMAGE": _first(picture),
    "BMC": lambda c, o: c.open_mark(o),
    "BDC": lambda c, o: c.open_mark(o),
    "EMC": lambda c, _: c.close_mark(),
    "BT": lambda c, _: c.text.begin(),
    "ET": lambda c, _: c.text.end(),
    "Tf": lambda c, o: c.font(name_in(o[0]), number_in(o[1])) if len(o) == 2 else None,
    "Tc": _set_text("spacing"),
    "Tw": _set_text("word_spacing"),
    "Tz": _set_text("stretch", lambda v: number_in(v) / 100.0),
    "TL": _set_text("leading"),
    "Ts": _set_text("rise"),
    "Tr": _set_text("mode", lambda v: int(number_in(v))),
    "Td": lambda c, o: c.text.move(*_points(o[:2])),
    "TD": lambda c, o: c.text.move_and_lead(*_points(o[:2])),
    "Tm": lambda c, o: c.text.place(matrix_in(o)),
    "T*": lambda c, _: c.text.next_line(),
    "Tj": _first(lambda c, v: c.text.show([v])),
    "TJ": _first(lambda c, v: c.text.show(list(v))),
    "'": _first(lambda c, v: c.text.show_next(v)),
    '"': lambda c, o: c.text.spaced(o),
}
"""What each operator does; others change nothing of what is seen here."""
