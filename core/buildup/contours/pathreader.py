"""SVG path data as contours (W3C SVG 2, chapter Paths): all commands, absolute and relative."""

import math
import re
from collections.abc import Iterator

from buildup.contours.anchorkinds import handle, kind_of
from buildup.contours.anchors import MOST_ANCHORS, Anchor, Contour
from buildup.geometry.angles import arc_handle, degrees_of, direction
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

_GAP = re.compile(r"\s*(?:,\s*)?")
"""What may stand between two of them; it always fits, so that no text is looked at twice."""
_COMMAND = re.compile(_GAP.pattern + r"([MmLlHhVvCcSsQqTtAaZz])")
_NUMBER = re.compile(_GAP.pattern + r"([-+]?(?:\d+\.?\d*|\.\d+)(?:[eE][-+]?\d+)?)")
_FLAG = re.compile(_GAP.pattern + r"([01])")
LONGEST_NUMBER = 60
"""Characters; a longer number is no number."""
LARGEST_NUMBER = 1e60
"""What lies beyond is read as this: far outside any drawing, and still fit to be multiplied."""
FEW_DIGITS = 1e-6
"""Share of a length: handles of files whose lengths differ by less are symmetric."""
NEARLY = 1e-6
"""Sheet units within which a contour that is closed has come back to its start."""


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
        """The next command, or "" where a number comes; None at the end."""
        found = self._found(_COMMAND)
        if found is not None:
            return found
        gap = _GAP.match(self.text, self.at)
        if gap is not None and gap.end() == len(self.text):
            return None
        if _NUMBER.match(self.text, self.at) is None:
            raise NoPath
        return ""

    def number(self) -> float:
        match = _NUMBER.match(self.text, self.at)
        if match is None or len(found := match[1]) > LONGEST_NUMBER:
            raise NoPath
        self.at = match.end()
        value = float(found)
        if -LARGEST_NUMBER <= value <= LARGEST_NUMBER:
            return value
        return min(max(value, -LARGEST_NUMBER), LARGEST_NUMBER)

    def flag(self) -> bool:
        found = self._found(_FLAG)
        if found is None:
            raise NoPath
        return found == "1"

    def point(self, origin: complex) -> complex:
        return origin + complex(self.number(), self.number())


class PathReader:
    """Draws contours the way a path's commands say, and gives them with `contours`."""

    def __init__(self) -> None:
        self.contours: list[Contour] = []
        self._anchors: list[Anchor] = []
        self._at = self._start = 0j
        self._last = 0j
        """The last control point, which smooth commands continue; of the last command's kind."""
        self._curve = ""
        self._anchors_read = 0

    def move(self, to: complex) -> None:
        """Begin another contour."""
        self._end(closed=False)
        self._at = self._start = to
        self._anchors = [Anchor(to)]

    def line(self, to: complex) -> None:
        """A straight segment."""
        self._count()
        self._open()
        self._anchors.append(Anchor(to))
        self._at = to

    def curve(self, first: complex, second: complex, to: complex) -> None:
        """A cubic segment."""
        self._count()
        self._open()
        here = self._anchors[-1]
        out = handle(first - here.at)
        self._anchors[-1] = Anchor(here.at, here.into, out)
        self._anchors.append(Anchor(to, handle(second - to)))
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
        try:
            name = ""
            while (found := data.command()) is not None:
                if not found and not name:
                    return
                first = not name
                name = found or {"M": "L", "m": "l", "Z": "", "z": ""}.get(name, name)
                if not name or (first and name not in ("M", "m")):
                    return
                self._do(name, data)
        except NoPath:
            return

    def _do(self, name: str, data: _Data) -> None:
        origin = self._at if name.islower() else 0j
        kind = name.upper()
        curve = ""
        if kind == "Z":
            self.close()
        elif kind == "M":
            self.move(data.point(origin))
        elif kind == "L":
            self.line(data.point(origin))
        elif kind == "H":
            self.line(complex(data.number() + origin.real, self._at.imag))
        elif kind == "V":
            self.line(complex(self._at.real, data.number() + origin.imag))
        elif kind in ("C", "S"):
            first = data.point(origin) if kind == "C" else self._reflected("C")
            self._last = data.point(origin)
            self.curve(first, self._last, data.point(origin))
            curve = "C"
        elif kind in ("Q", "T"):
            self._last = data.point(origin) if kind == "Q" else self._reflected("Q")
            self.quadratic(self._last, data.point(origin))
            curve = "Q"
        else:
            radii = complex(data.number(), data.number())
            turned, large, sweep = data.number(), data.flag(), data.flag()
            self.arc(radii, turned, large=large, sweep=sweep, to=data.point(origin))
        self._curve = curve

    def _count(self) -> None:
        self._anchors_read += 1
        if self._anchors_read > MOST_ANCHORS:
            raise refusal("too_much.path", most=MOST_ANCHORS)

    def _reflected(self, kind: str) -> complex:
        return 2.0 * self._at - self._last if self._curve == kind else self._at

    def _open(self) -> None:
        if not self._anchors:
            self._anchors = [Anchor(self._at)]

    def _end(self, *, closed: bool) -> None:
        anchors, self._anchors = self._anchors, []
        if closed and len(anchors) > 1 and abs(anchors[-1].at - anchors[0].at) <= NEARLY:
            last = anchors.pop()
            anchors[0] = Anchor(anchors[0].at, last.into, anchors[0].out)
        if len(anchors) > 1 or (anchors and closed and anchors[0].out is not None):
            self.contours.append(Contour(tuple(map(_kinded, anchors)), closed))


def _kinded(anchor: Anchor) -> Anchor:
    """The anchor with the kind that its handles have."""
    into, out = anchor.into, anchor.out
    return Anchor(anchor.at, into, out, kind_of(into, out, within=FEW_DIGITS))


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


def numbers(text: str) -> Iterator[float]:
    """The numbers of a list of points; ends where there is something else."""
    data = _Data(text)
    while True:
        try:
            if data.command() != "":
                return
            yield data.number()
        except NoPath:
            return
