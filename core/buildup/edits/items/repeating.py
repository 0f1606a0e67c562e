"""Copies in a row, a ring or a grid, made in one step.

The items themselves are the first of them. What is not given comes out of the frame around the
items; `settled` says what that is, so that it can be shown, dragged by pegs and typed before
anything is made.
"""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal, Self

from buildup.drawing.model import Drawing
from buildup.drawing.tree import Tree
from buildup.edits.change import Delta, made_by
from buildup.edits.command import MOST_TARGETS
from buildup.edits.items.copying import copied
from buildup.edits.items.drafts import Draft
from buildup.edits.items.targets import several, taken, taken_again
from buildup.forms.draftpegs import STEP, CopyPeg, copy_peg
from buildup.forms.frames import OrientedBox
from buildup.forms.placement import ItemMap, moved_by
from buildup.geometry.angles import degrees_of, direction, stepped, unit
from buildup.geometry.transforms import turn
from buildup.messages import refusal

ROOM = 1.25
"""Extents from one of them to the next, at first: a quarter of it is free (common practice)."""
Measures = Literal["step", "whole"]
MOST_DRAGGED = 360
"""The most copies that a peg makes; more are typed."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Repeating(Draft):
    """The base of the commands that make several rounds of copies."""

    items: tuple[str, ...]
    """Which items."""
    copies: str
    """What the ids of the copies begin with."""

    whole: ClassVar[bool] = True
    form: ClassVar[str]
    """What the copies make."""

    def selects(self, before: Tree, forward: Delta) -> tuple[str, ...]:
        return (*self.items, *made_by(forward, before))

    @property
    def name(self) -> str:
        return f"{self.form} of {several(len(self.items))}"

    def settled(self, frame: OrientedBox) -> Self:
        """The command with all that was left open, for items that stand in a frame."""
        raise NotImplementedError

    def item_maps(self, frame: OrientedBox) -> tuple[ItemMap, ...]:
        """How each round of copies goes; of a settled command.

        Raises:
            Refusal: `bad_count`.

        """
        raise NotImplementedError

    def pegs(self, frame: OrientedBox) -> tuple[CopyPeg, ...]:
        """The pegs of a settled command, on the sheet."""
        raise NotImplementedError

    def dragged(self, frame: OrientedBox, peg: str, to: complex, *, held: bool) -> Self:
        """A settled command after a peg was dragged to a place; `held`: angles by 15° only."""
        raise NotImplementedError

    def laid_out(self, drawing: Drawing) -> Self:
        return self.settled(taken_again(drawing, self.items).frame)

    def draft_pegs(self, drawing: Drawing) -> tuple[CopyPeg, ...]:
        return self.pegs(taken_again(drawing, self.items).frame)

    def pulled(self, drawing: Drawing, peg: str, to: complex, *, held: bool) -> Self:
        return self.dragged(taken_again(drawing, self.items).frame, peg, to, held=held)

    def delta(self, drawing: Drawing) -> Delta:
        frame = taken(drawing, self.items).frame
        return copied(drawing, self.items, self.copies, self.settled(frame).item_maps(frame))


def check_counts(*counts: int) -> None:
    """Refuses numbers of copies that make nothing."""
    if min(counts) < 1 or max(counts) < 2 or max(counts) > MOST_TARGETS:
        raise refusal("bad_count.copies", most=MOST_TARGETS)


@dataclass(frozen=True, slots=True, kw_only=True)
class RowOfCopies(Repeating):
    """Copies along a line."""

    form: ClassVar[str] = "Row"
    kind: Literal["row_of_copies"] = "row_of_copies"
    count: int = 5
    """How many, the first one counted."""
    distance: float | None = None
    """Sheet units; None: with a quarter of room between them."""
    angle: float = 0.0
    """Degrees, of the line."""
    measures: Measures = "step"
    """The distance goes to the next one, or from the first to the last."""

    def settled(self, frame: OrientedBox) -> Self:
        if self.distance is not None:
            return self
        step = ROOM * max(frame.width, 1.0)
        return replace(self, distance=step * self._shares if self.measures == "whole" else step)

    @property
    def _shares(self) -> int:
        """Steps in the distance."""
        return self.count - 1 if self.measures == "whole" else 1

    def item_maps(self, frame: OrientedBox) -> tuple[ItemMap, ...]:
        check_counts(self.count)
        line = self._line()
        return tuple(moved_by(line * (k / self._shares)) for k in range(1, self.count))

    def _line(self) -> complex:
        return (self.distance or 0.0) * direction(self.angle)

    def pegs(self, frame: OrientedBox) -> tuple[CopyPeg, ...]:
        check_counts(self.count)
        step = self._line() / self._shares
        whole = step * (self.count - 1)
        pegs = [("step", "Spacing", step), ("whole", "Length", whole)]
        return tuple(
            copy_peg(n, label, frame.centre + v, direction(self.angle), value=abs(v))
            for n, label, v in (pegs if self.count > 2 else pegs[:1])
        )

    def dragged(self, frame: OrientedBox, peg: str, to: complex, *, held: bool) -> Self:
        line = to - frame.centre
        line = stepped(line, step=STEP) if held else line
        steps = self.count - 1 if peg == "whole" else 1
        return replace(self, distance=abs(line) / steps * self._shares, angle=degrees_of(line))


@dataclass(frozen=True, slots=True, kw_only=True)
class RingOfCopies(Repeating):
    """Copies around a centre."""

    form: ClassVar[str] = "Ring"
    kind: Literal["ring_of_copies"] = "ring_of_copies"
    count: int = 8
    """How many, the first one counted."""
    radius: float | None = None
    """Sheet units, from the middle of the items to the centre; None: so that there is room."""
    angle: float = 90.0
    """Degrees: the direction in which the centre lies."""
    sweep: float = 360.0
    """Degrees from the first one on, clockwise, within ±360; less than a whole turn ends with the
    last one there."""
    turned: bool = True
    """Each is turned with its place, or all stay upright."""

    def settled(self, frame: OrientedBox) -> Self:
        if self.radius is not None:
            return self
        return replace(self, radius=ROOM * max(frame.width, frame.height, 1.0))

    def _centre(self, frame: OrientedBox) -> complex:
        return frame.centre + (self.radius or 0.0) * direction(self.angle)

    @property
    def _whole(self) -> bool:
        return abs(self.sweep) >= 360.0

    @property
    def _parts(self) -> int:
        """Steps in the sweep."""
        return self.count if self._whole else max(self.count - 1, 1)

    def item_maps(self, frame: OrientedBox) -> tuple[ItemMap, ...]:
        check_counts(self.count)
        if abs(self.sweep) > 360.0:
            raise refusal("bad_sweep")
        centre = self._centre(frame)
        angles = [k * self.sweep / self._parts for k in range(1, self.count)]
        if self.turned:
            return tuple(ItemMap(turn(a, about=centre), a) for a in angles)
        ray = frame.centre - centre
        return tuple(moved_by(ray * direction(a) - ray) for a in angles)

    def pegs(self, frame: OrientedBox) -> tuple[CopyPeg, ...]:
        check_counts(self.count)
        centre = self._centre(frame)
        ray = frame.centre - centre
        radius = self.radius or 0.0
        middle = copy_peg("centre", "Radius", centre, 0j, value=radius)
        if self._whole:
            second = ray * direction(self.sweep / self._parts)
            back = unit(second) * -1j
            count = float(self.count)
            return middle, copy_peg(
                "count", "Count", centre + second, back, value=count, unit="count"
            )
        last = ray * direction(self.sweep)
        on = unit(last) * 1j
        return middle, copy_peg("sweep", "Sweep", centre + last, on, value=self.sweep, unit="angle")

    def dragged(self, frame: OrientedBox, peg: str, to: complex, *, held: bool) -> Self:
        if peg == "centre":
            item_map = to - frame.centre
            item_map = stepped(item_map, step=STEP) if held else item_map
            return replace(self, radius=abs(item_map), angle=degrees_of(item_map))
        centre = self._centre(frame)
        found = (degrees_of(to - centre) - degrees_of(frame.centre - centre)) % 360.0
        if peg == "count":
            near = min(found, 360.0 - found)
            count = round(360.0 / max(near, 360.0 / MOST_DRAGGED))
            return replace(self, count=max(count, 2))
        angle = round(found / STEP) * STEP if held else found
        return replace(self, sweep=angle - 360.0 if self.sweep < 0.0 else angle)


@dataclass(frozen=True, slots=True, kw_only=True)
class GridOfCopies(Repeating):
    """Copies in columns and rows."""

    form: ClassVar[str] = "Grid"
    kind: Literal["grid_of_copies"] = "grid_of_copies"
    columns: int = 4
    """How many across, the first one counted."""
    rows: int = 3
    """How many down, likewise."""
    across: float | None = None
    """Sheet units to the right, below 0 to the left; None: with a quarter of room between them."""
    down: float | None = None
    """Sheet units down, below 0 up; None likewise."""
    measures: Measures = "step"
    """The distances go to the next one, or from the first to the last."""

    def settled(self, frame: OrientedBox) -> Self:
        across, down = self._shares
        return replace(
            self,
            across=ROOM * max(frame.width, 1.0) * across if self.across is None else self.across,
            down=ROOM * max(frame.height, 1.0) * down if self.down is None else self.down,
        )

    @property
    def _shares(self) -> tuple[int, int]:
        """Steps in the distances."""
        if self.measures == "step":
            return 1, 1
        return max(self.columns - 1, 1), max(self.rows - 1, 1)

    def _steps(self) -> tuple[float, float]:
        across, down = self._shares
        return (self.across or 0.0) / across, (self.down or 0.0) / down

    def item_maps(self, frame: OrientedBox) -> tuple[ItemMap, ...]:
        check_counts(self.columns, self.rows)
        check_counts(self.columns * self.rows)
        x, y = self._steps()
        positions = [(c, r) for r in range(self.rows) for c in range(self.columns)]
        return tuple(moved_by(complex(c * x, r * y)) for c, r in positions[1:])

    def pegs(self, frame: OrientedBox) -> tuple[CopyPeg, ...]:
        check_counts(self.columns, self.rows)
        x, y = self._steps()
        across = copy_peg(
            "across", "Horizontal", frame.centre + x * (self.columns - 1), 1 + 0j, value=x
        )
        down = copy_peg("down", "Vertical", frame.centre + y * (self.rows - 1) * 1j, 1j, value=y)
        return (across,) * (self.columns > 1) + (down,) * (self.rows > 1)

    def dragged(self, frame: OrientedBox, peg: str, to: complex, *, held: bool) -> Self:
        far = to - frame.centre
        across, down = self._shares
        if peg == "across":
            return replace(self, across=far.real / max(self.columns - 1, 1) * across)
        return replace(self, down=far.imag / max(self.rows - 1, 1) * down)
