"""Gradients: their kind, their colours, where they lie."""

import itertools
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.checks import check_point
from buildup.drawing.colours import mixed, stop_at
from buildup.drawing.colourspaces import luminance
from buildup.drawing.model import Drawing
from buildup.drawing.paint import (
    AROUND,
    LEVEL,
    CopiesPreview,
    Gradient,
    GradientKind,
    Stop,
    Style,
    hex_of,
    one_colour,
)
from buildup.drawing.paintchecks import FARTHEST_FOCUS
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.edits.paint.styling import styled
from buildup.geometry.angles import stepped, unit
from buildup.geometry.tolerances import SMALLEST
from buildup.geometry.transforms import Affine, turn
from buildup.messages import refusal

GradientPeg = Literal["start", "end", "middle", "side", "focus", "stop"]
TURN_STEP = 15.0
"""Degrees in which a gradient turns while Shift is held (common practice)."""


FIRST_COLOUR, INK, PAPER = "#0C6B65", "#1B2924", "#FFFFFF"
HALF_LIGHT = 0.4
"""Luminance above which a colour runs darker, and below which lighter, in a new gradient."""
TOWARDS = 0.7
"""How far it runs there."""


def gradient_of(style: Style, stroke: int | None) -> Gradient | None:
    """The gradient of a fill, or of a stroke counted from the back; None: it is no gradient."""
    if stroke is None:
        return style.fill if isinstance(style.fill, Gradient) else None
    if not 0 <= stroke < len(style.strokes):
        return None
    paint = style.strokes[stroke].paint
    return paint if isinstance(paint, Gradient) else None


@dataclass(frozen=True, slots=True, kw_only=True)
class _OfGradient(Command):
    """A command on the gradients of items."""

    items: tuple[str, ...]
    """Which items; those without such a gradient stay as they are."""
    stroke: int | None = None
    """Of which of their strokes, counted from the back; None: of their fill."""

    def _changed(self, drawing: Drawing, change: Callable[[Gradient], Gradient]) -> Delta:
        """The delta that changes their gradients, which lie on the sheet.

        Raises:
            Refusal: `no_gradient`, or as `styled`.

        """
        found = False

        def painted(style: Style) -> Style:
            nonlocal found
            old = gradient_of(style, self.stroke) or self._begun(style)
            if old is None:
                return style
            found = True
            new = change(old)
            if self.stroke is None:
                return replace(style, fill=new)
            strokes = (
                replace(s, paint=new) if n == self.stroke else s
                for n, s in enumerate(style.strokes)
            )
            return replace(style, strokes=tuple(strokes))

        delta = styled(drawing, self.items, painted)
        if not found:
            raise refusal("no_gradient")
        return delta

    def _begun(self, style: Style) -> Gradient | None:
        """The gradient that is made where there is none; None: that stays so."""
        return None


@dataclass(frozen=True, slots=True, kw_only=True)
class SetGradient(_OfGradient):
    """Sets the kind, the colours and the turn of gradients; what is None stays as it is."""

    merges_by: ClassVar[tuple[str, ...]] = ("items", "stroke")
    kind: Literal["set_gradient"] = "set_gradient"
    shape: GradientKind | None = None
    """Along a line, or around a middle; where there is none, one begins with the present colour."""
    spread: CopiesPreview | None = None
    """How it goes on beyond its end."""
    stops: tuple[Stop, ...] | None = None
    """All its colours."""
    turned: float | None = None
    """Degrees by which it is turned, a linear one about the middle of its line."""
    turned_round: bool = False
    """Its colours come in the other order."""

    @property
    def name(self) -> str:
        return "Change gradient"

    def delta(self, drawing: Drawing) -> Delta:
        return self._changed(drawing, self._set)

    def _begun(self, style: Style) -> Gradient | None:
        paint = style.fill if self.stroke is None else None
        if self.stroke is not None and 0 <= self.stroke < len(style.strokes):
            paint = style.strokes[self.stroke].paint
        if self.shape is None or isinstance(paint, Gradient):
            return None
        first = one_colour(paint or FIRST_COLOUR)
        last = mixed(hex_of(first), INK if luminance(first) > HALF_LIGHT else PAPER, TOWARDS)
        position = LEVEL if self.shape == "linear" else AROUND
        return Gradient(kind=self.shape, stops=(Stop(0.0, first), Stop(1.0, last)), place=position)

    def _set(self, old: Gradient) -> Gradient:
        position = old.place
        if self.shape == "radial" and old.kind == "linear":
            position = replace(position, down=position.across * 1j)  # a circle
        new = replace(
            old,
            place=position,
            kind=self.shape or old.kind,
            spread=self.spread or old.spread,
            stops=old.stops if self.stops is None else self.stops,
        )
        if self.turned_round:
            stops = (replace(s, at=1.0 - s.at) for s in reversed(new.stops))
            new = replace(new, stops=tuple(stops))
        if self.turned is not None:
            about = new.place(0.5 + 0j if new.kind == "linear" else 0j)
            new = replace(new, place=turn(self.turned, about=about).after(new.place))
        return new


@dataclass(frozen=True, slots=True, kw_only=True)
class DragGradient(_OfGradient):
    """Drags an end of gradients, their middle, their side, their focus or one of their colours."""

    pointer_field: ClassVar[str] = "to"
    kind: Literal["drag_gradient"] = "drag_gradient"
    peg: GradientPeg
    """What is dragged; of a radial one the start is its middle, and the middle has no peg."""
    stop: int = 0
    """Which colour, where one is."""
    to: Point
    """Where it is dragged to."""
    held: bool = False
    """An end goes in steps of 15°."""

    @property
    def name(self) -> str:
        return "Move gradient"

    def delta(self, drawing: Drawing) -> Delta:
        to = check_point(self.to)
        return self._changed(drawing, lambda old: self._dragged(old, to))

    def _dragged(self, old: Gradient, to: complex) -> Gradient:
        if self.peg != "stop":
            return _pulled(old, self.peg, to, step=TURN_STEP if self.held else None)
        at = _part_at(old, to)
        if not 0 <= self.stop < len(old.stops):
            raise refusal("unknown_stop")
        moved = replace(old.stops[self.stop], at=at)
        others = [s for n, s in enumerate(old.stops) if n != self.stop]
        before = [s for n, s in enumerate(others) if s.at < at or (s.at == at and n < self.stop)]
        return replace(old, stops=(*before, moved, *others[len(before) :]))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddStop(_OfGradient):
    """Adds a colour to gradients, the one that shows there."""

    kind: Literal["add_stop"] = "add_stop"
    to: Point | None = None
    """At the nearest place of its line; None: in the widest gap."""

    @property
    def name(self) -> str:
        return "Add colour stop"

    @property
    def phrase(self) -> str:
        return "Add colour stop to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        return self._changed(drawing, self._added)

    def _added(self, old: Gradient) -> Gradient:
        if self.to is None:
            positions = [s.at for s in old.stops]
            gaps = [(b - a, a + (b - a) / 2.0) for a, b in itertools.pairwise(positions)]
            at = max(gaps)[1]
        else:
            at = _part_at(old, check_point(self.to))
        before = [s for s in old.stops if s.at <= at]
        return replace(old, stops=(*before, stop_at(old.stops, at), *old.stops[len(before) :]))


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteStop(_OfGradient):
    """Takes a colour from gradients; two stay."""

    kind: Literal["delete_stop"] = "delete_stop"
    stop: int
    """Which, in their order."""

    @property
    def name(self) -> str:
        return "Delete colour stop"

    def delta(self, drawing: Drawing) -> Delta:
        return self._changed(
            drawing,
            lambda old: replace(
                old, stops=tuple(s for n, s in enumerate(old.stops) if n != self.stop)
            ),
        )


def _part_at(gradient: Gradient, position: complex) -> float:
    """How far along its line a place lies, from 0 to 1."""
    start, end = gradient.place(0j), gradient.place(1 + 0j)
    along = end - start
    part = ((position - start) * along.conjugate()).real / abs(along) ** 2
    return min(max(part, 0.0), 1.0)


def _pulled(old: Gradient, peg: GradientPeg, to: complex, *, step: float | None = None) -> Gradient:
    """A gradient of which a peg was pulled; a pulled end turns and stretches all of it alike."""
    by = old.place
    if by.determinant == 0.0:  # it was squeezed flat
        along = by.across or SMALLEST + 0j
        by = Affine(along, along * 1j, by.origin)
    start, end = by.origin, by(1 + 0j)
    if peg == "middle" or (peg == "start" and old.kind == "radial"):
        held = 0.5 + 0j if old.kind == "linear" else 0j
        return replace(old, place=replace(by, origin=by.origin + to - by(held)))
    if peg == "focus":
        focus = by.inverse()(to)
        far = abs(focus)
        return replace(old, focus=focus if far < FARTHEST_FOCUS else focus / far * FARTHEST_FOCUS)
    if peg == "side":
        across = to - start
        side = by.down / abs(by.down)
        wide = abs((across * side.conjugate()).real)
        return replace(old, place=replace(by, down=side * max(wide, SMALLEST)))
    fixed = end if peg == "start" else start
    vector = to - fixed
    vector = vector if step is None else stepped(vector, step=step)
    if abs(vector) < SMALLEST:
        vector = unit(vector) * SMALLEST or SMALLEST + 0j
    grown = vector / (end - start) if peg == "end" else -vector / (end - start)
    origin = start if peg == "end" else fixed + vector
    return replace(old, place=Affine(by.across * grown, by.down * grown, origin))
