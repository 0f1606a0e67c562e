"""The shortest path data of contours at a precision (W3C SVG 2, 9.3: the grammar of path data).

All is done in whole units of the last digit, from where a reader of the text has come to: so
relative numbers add up exactly, and no place is farther off than half such a unit.
"""

from collections.abc import Iterable
from dataclasses import dataclass, field

from buildup.contours.anchors import Anchor, Contour

Units = tuple[int, int]
"""A place in whole units of the last digit."""


def short_path_data(contours: Iterable[Contour], decimals: int) -> str:
    """Path data that draws contours, each place rounded to some decimals.

    Each command is absolute or relative, whichever is shorter; straight lines along an axis are H
    and V, curves that go on smoothly S; commands that repeat are left out.

    >>> from buildup.contours.pathreader import read_path
    >>> short_path_data(read_path("M10 10H20.5V-3L0.25 -3z"), 2)
    'm10 10h10.5V-3H.25z'
    """
    writer = _Writer(decimals)
    for contour in contours:
        writer.contour(contour)
    return "".join(writer.parts)


@dataclass(slots=True)
class _Writer:
    """Path data while it is written."""

    decimals: int
    parts: list[str] = field(default_factory=list)
    _at: Units = (0, 0)
    _command: str = ""
    """The command that goes on where none is written."""
    _last: Units | None = None
    """The second control point of the curve before."""
    _number_before: str = ""
    """The number that was written last."""
    _texts: dict[int, str] = field(default_factory=dict)

    def contour(self, contour: Contour) -> None:
        """One more contour."""
        start = self._units(contour.anchors[0].at)
        self._put("M", [start])
        self._command = {"M": "L", "m": "l"}[self._command]
        for one, other in contour.pairs:
            self._segment(one, other, closes=contour.closed and other is contour.anchors[0])
        if contour.closed:
            self.parts.append("z")
            self._at, self._command, self._last, self._number_before = start, "", None, ""

    def _segment(self, one: Anchor, other: Anchor, *, closes: bool) -> None:
        end = self._units(other.at)
        if one.out is None and other.into is None:
            if not closes:  # what closes a contour draws its last straight line
                self._line(end)
            return
        first = self._units(one.at + (one.out or 0j))
        second = self._units(other.at + (other.into or 0j))
        x, y = self._at
        before = self._at if self._last is None else self._last
        if first == (2 * x - before[0], 2 * y - before[1]):
            self._put("S", [second, end])
        else:
            self._put("C", [first, second, end])
        self._last = second

    def _line(self, end: Units) -> None:
        if end[1] == self._at[1]:
            self._axis("H", end, 0)
        elif end[0] == self._at[0]:
            self._axis("V", end, 1)
        else:
            self._put("L", [end])

    def _axis(self, name: str, end: Units, axis: int) -> None:
        """A line along an axis."""
        there, by = end[axis], end[axis] - self._at[axis]
        self._shorter(name, [there], [by])
        self._at, self._last = end, None

    def _put(self, name: str, places: list[Units]) -> None:
        """A command with places, the last of which it comes to."""
        x, y = self._at
        there = [v for place in places for v in place]
        by = [v for place in places for v in (place[0] - x, place[1] - y)]
        self._shorter(name, there, by)
        self._at, self._last = places[-1], None

    def _shorter(self, name: str, there: list[int], by: list[int]) -> None:
        """The shorter of an absolute and a relative command; the relative one of two alike."""
        absolute, relative = self._written(name, there), self._written(name.lower(), by)
        shorter = len(absolute) < len(relative)
        self.parts.append(absolute if shorter else relative)
        self._command = name if shorter else name.lower()
        self._number_before = self._number((there if shorter else by)[-1])

    def _written(self, name: str, values: list[int]) -> str:
        """A command as it is written behind what is there."""
        goes_on = name == self._command
        text = "" if goes_on else name
        before = self._number_before if goes_on else ""
        for value in values:
            number = self._number(value)
            text += f"{_gap(before, number)}{number}"
            before = number
        return text

    def _units(self, position: complex) -> Units:
        scale = 10**self.decimals
        return round(position.real * scale), round(position.imag * scale)

    def _number(self, value: int) -> str:
        """Units as a number, without what it does not need."""
        known = self._texts.get(value)
        if known is None:
            sign, whole = ("-", -value) if value < 0 else ("", value)
            digits = str(whole).rjust(self.decimals + 1, "0")
            cut = len(digits) - self.decimals
            part = digits[cut:].rstrip("0")
            front = digits[:cut].lstrip("0") or ("" if part else "0")
            known = self._texts[value] = f"{sign}{front}{f'.{part}' if part else ''}"
        return known


def _gap(before: str, number: str) -> str:
    """What has to stand between two numbers so that they stay two."""
    if not before or number[0] == "-":
        return ""
    return "" if number[0] == "." and "." in before else " "
