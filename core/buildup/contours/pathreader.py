"""SVG path data as contours (W3C SVG 2, chapter Paths): all commands, absolute and relative."""

import math
import re
from collections.abc import Callable, Mapping
from itertools import takewhile
from typing import Any

from buildup.contours.anchorkinds import handle, kind_of
from buildup.contours.anchors import Anchor, Contour
from buildup.geometry.angles import arc_handle, degrees_of, direction
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

_GAP = re.compile(r"\s*(?:,\s*)?")
"""What may stand between two of them; it always fits, so that no text is looked at twice."""
_NUMBER_ALONE = r"[-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?"
_COMMAND = re.compile(_GAP.pattern + r"([MmLlHhVvCcSsQqTtAaZz])")
_NUMBER = re.compile(f"{_GAP.pattern}({_NUMBER_ALONE})")
_ROW = re.compile(f"(?>{_GAP.pattern}{_NUMBER_ALONE}){{0,6000}}+")
"""Numbers in a row, up to `MOST_IN_ROW`; nothing of it is looked at twice."""
_FLAG = re.compile(_GAP.pattern + r"([01])")
TAKES: Mapping[str, int] = {"M": 2, "L": 2, "H": 1, "V": 1, "C": 6, "S": 4, "Q": 4, "T": 2}
"""The numbers that a command takes each time; those of arcs have flags between them."""
MOST_IN_PATH = 2_000_000
"""Anchors; who asks says how many may come of it."""
MOST_IN_ROW = 6_000
"""Numbers that are read at a time: some for each command."""
LONGEST_NUMBER = 60
"""Characters; a longer number is no number."""
LARGEST_NUMBER = 1e60
"""What lies beyond is read as this: far outside any drawing, and still fit to be multiplied."""
FEW_DIGITS = 1e-6
"""Share of a length: handles of files whose lengths differ by less are symmetric."""
NEARLY = 1e-6
"""Sheet units within which a contour that is closed has come back to its start."""


_Drawn = list[Any]
"""The position of an anchor, and its handles in and out as far as they are known."""


class NoPath(ValueError):
    """The data cannot be read from some place on; what came before it is drawn (SVG 2, 9.5.4)."""


class _Data:
    """Path data while it is read."""

    def __init__(self, text: str) -> None:
        self.text = text
        self.at = 0

    def _found(self, pattern: re.Pattern[str]) -> str | None:
        """What stands next behind a gap, if it is of a kind."""
        match = pattern.match(self.text, self.at)
        if match is None:
            return None
        self.at = match.end()
        return match[1]

    def command(self) -> str | None:
        """The next command; None at the end, and where something else comes."""
        return self._found(_COMMAND)

    def has_number(self) -> bool:
        return _NUMBER.match(self.text, self.at) is not None

    def number(self) -> float:
        found = self._found(_NUMBER)
        if found is None or len(found) > LONGEST_NUMBER:
            raise NoPath
        return _bounded(float(found))

    def row(self) -> list[float]:
        """The numbers that come next, up to `MOST_IN_ROW` or one that is too long to be one."""
        match = _ROW.match(self.text, self.at)
        assert match is not None  # noqa: S101  # none is a row, too
        found = _NUMBER.findall(match[0])
        if found and max(map(len, found)) > LONGEST_NUMBER:
            found = list(takewhile(lambda n: len(n) <= LONGEST_NUMBER, found))
            self.at = len(self.text)
        else:
            self.at = match.end()
        values = list(map(float, found))
        if values and not -LARGEST_NUMBER <= min(values) <= max(values) <= LARGEST_NUMBER:
            return list(map(_bounded, values))
        return values

    def flag(self) -> bool:
        found = self._found(_FLAG)
        if found is None:
            raise NoPath
        return found == "1"

    def point(self, origin: complex) -> complex:
        return origin + complex(self.number(), self.number())


def _bounded(value: float) -> float:
    if -LARGEST_NUMBER <= value <= LARGEST_NUMBER:
        return value
    return min(max(value, -LARGEST_NUMBER), LARGEST_NUMBER)


class PathReader:
    """Draws contours the way a path's commands say, and gives them with `contours`."""

    def __init__(self) -> None:
        self.contours: list[Contour] = []
        self._drawn: list[_Drawn] = []
        """Of the contour that is being drawn: an anchor is made once its handles are known."""
        self._at = self._start = 0j
        self._last = 0j
        """The last control point, which smooth commands continue; of the last command's kind."""
        self._curve = ""
        self._anchors_read = 0

    def move(self, to: complex) -> None:
        """Begin another contour."""
        self._end(closed=False)
        self._at = self._start = to
        self._drawn = [[to, None, None]]

    def line(self, to: complex) -> None:
        """A straight segment."""
        self._count()
        self._open()
        self._drawn.append([to, None, None])
        self._at = to

    def curve(self, first: complex, second: complex, to: complex) -> None:
        """A cubic segment."""
        self._count()
        self._open()
        here = self._drawn[-1]
        here[2] = handle(first - here[0])
        self._drawn.append([to, handle(second - to), None])
        self._at = to

    def quadratic(self, middle: complex, to: complex) -> None:
        """A quadratic segment, raised to a cubic exactly."""
        start = self._at
        self.curve(start + 2.0 / 3.0 * (middle - start), to + 2.0 / 3.0 * (middle - to), to)

    def arc(self, radii: complex, turned: float, *, large: bool, sweep: bool, to: complex) -> None:
        """A part of an ellipse (SVG 2, B.2), in pieces of at most a quarter turn."""
        start = self._at
        if to == start:
            return
        rx, ry = abs(radii.real), abs(radii.imag)
        if min(rx, ry) < NO_LENGTH:
            self.line(to)
            return
        axis = direction(turned)
        half = (start - to) / 2.0 * axis.conjugate()
        x, y = half.real / rx, half.imag / ry
        away = x * x + y * y
        if away == 0.0:  # the ends are nearer to each other than the radii can tell
            self.line(to)
            return
        grow = math.sqrt(max(away, 1.0))
        rx, ry = rx * grow, ry * grow
        side = math.sqrt(max(1.0 / away - 1.0, 0.0)) * (1.0 if large != sweep else -1.0)
        middle = complex(y, -x) * side if away < 1.0 else 0j
        scale = grow if away >= 1.0 else 1.0
        begin = complex(x / scale, y / scale) - middle
        end = complex(-x / scale, -y / scale) - middle
        centre = (start + to) / 2.0 + complex(rx * middle.real, ry * middle.imag) * axis
        span = (degrees_of(end) - degrees_of(begin)) % 360.0
        span = span if sweep else span - 360.0
        pieces = max(1, math.ceil(abs(span) / 90.0 - 1e-9))
        step = span / pieces
        long = math.copysign(arc_handle(abs(step)), step)
        rays = [begin, *(begin * direction(k * step) for k in range(1, pieces)), end]

        def placed(ray: complex) -> complex:
            return complex(rx * ray.real, ry * ray.imag) * axis

        for k in range(pieces):
            a, b = rays[k], rays[k + 1]
            last = to if k == pieces - 1 else centre + placed(b)
            self.curve(self._at + placed(a * 1j) * long, last - placed(b * 1j) * long, last)

    def close(self) -> None:
        """Back to where the contour began."""
        self._end(closed=True)
        self._at = self._start

    def done(self) -> tuple[Contour, ...]:
        """All contours; those of a single place, which paint nothing, are left out."""
        self._end(closed=False)
        return tuple(self.contours)

    def read(self, text: str) -> None:
        """Draw what path data says, as far as it can be read."""
        data = _Data(text)
        name = data.command()
        if name not in ("M", "m"):
            return
        try:
            while name:
                self._do(name, data)
                name = data.command()
        except NoPath:
            return

    def _do(self, name: str, data: _Data) -> None:
        """A command, as often as there are numbers for it."""
        kind, near = name.upper(), name.islower()
        if kind == "Z":
            self.close()
            self._curve = ""
        elif kind == "A":
            self._arc(data, near=near)
            while data.has_number():
                self._arc(data, near=near)
        else:
            count = TAKES[kind]
            draw: Callable[..., None] = getattr(self, f"_{kind.lower()}")
            row = data.row()
            if not row:
                raise NoPath
            while True:
                for k in range(0, len(row) - count + 1, count):
                    draw(self._at if near else 0j, *row[k : k + count])
                    draw = self._l if kind == "M" else draw
                if len(row) % count:
                    raise NoPath
                if len(row) < MOST_IN_ROW:
                    return
                row = data.row()

    def _m(self, origin: complex, x: float, y: float) -> None:
        self.move(origin + complex(x, y))
        self._curve = ""

    def _l(self, origin: complex, x: float, y: float) -> None:
        self.line(origin + complex(x, y))
        self._curve = ""

    def _h(self, origin: complex, x: float) -> None:
        self._l(0j, origin.real + x, self._at.imag)

    def _v(self, origin: complex, y: float) -> None:
        self._l(0j, self._at.real, origin.imag + y)

    def _c(self, origin: complex, *at: float) -> None:
        x1, y1, x2, y2, x, y = at
        self._cubic(origin + complex(x1, y1), origin + complex(x2, y2), origin + complex(x, y))

    def _s(self, origin: complex, x2: float, y2: float, x: float, y: float) -> None:
        second, to = origin + complex(x2, y2), origin + complex(x, y)
        self._cubic(self._reflected("C"), second, to)

    def _cubic(self, first: complex, second: complex, to: complex) -> None:
        self._last, self._curve = second, "C"
        self.curve(first, second, to)

    def _q(self, origin: complex, x1: float, y1: float, x: float, y: float) -> None:
        self._parabola(origin + complex(x1, y1), origin + complex(x, y))

    def _t(self, origin: complex, x: float, y: float) -> None:
        self._parabola(self._reflected("Q"), origin + complex(x, y))

    def _parabola(self, middle: complex, to: complex) -> None:
        self._last, self._curve = middle, "Q"
        self.quadratic(middle, to)

    def _arc(self, data: _Data, *, near: bool) -> None:
        radii = complex(data.number(), data.number())
        turned, large, sweep = data.number(), data.flag(), data.flag()
        to = data.point(self._at if near else 0j)
        self.arc(radii, turned, large=large, sweep=sweep, to=to)
        self._curve = ""

    def _count(self) -> None:
        self._anchors_read += 1
        if self._anchors_read > MOST_IN_PATH:
            raise refusal("too_much.path", most=MOST_IN_PATH)

    def _reflected(self, kind: str) -> complex:
        return 2.0 * self._at - self._last if self._curve == kind else self._at

    def _open(self) -> None:
        if not self._drawn:
            self._drawn = [[self._at, None, None]]

    def _end(self, *, closed: bool) -> None:
        drawn, self._drawn = self._drawn, []
        if closed and len(drawn) > 1 and abs(drawn[-1][0] - drawn[0][0]) <= NEARLY:
            drawn[0][1] = drawn.pop()[1]
        if len(drawn) > 1 or (drawn and closed and drawn[0][2] is not None):
            self.contours.append(Contour(tuple(_anchor(*d) for d in drawn), closed))


def _anchor(at: complex, into: complex | None, out: complex | None) -> Anchor:
    """An anchor of the kind that its handles have."""
    if into is None and out is None:
        return Anchor(at)
    return Anchor(at, into, out, kind_of(into, out, within=FEW_DIGITS))


def read_path(text: str) -> tuple[Contour, ...]:
    """The contours of path data; where it goes wrong, what came before.

    >>> [len(c.anchors) for c in read_path("M0 0H9V9zM1,1l2-1 3.5.5")]
    [3, 3]
    >>> read_path("no path")
    ()
    """
    reader = PathReader()
    reader.read(text)
    return reader.done()


def numbers(text: str) -> list[float]:
    """The numbers of a list of points; ends where there is something else."""
    data, found = _Data(text), list[float]()
    while row := data.row():
        found.extend(row)
    return found
