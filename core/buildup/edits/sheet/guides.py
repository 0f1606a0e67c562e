"""Guides: add, move, set by numbers, lock, hide and remove them."""

from dataclasses import dataclass, replace
from typing import Literal

from buildup.drawing.checks import check_id
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Guide
from buildup.drawing.sheetchecks import MOST_GUIDES
from buildup.edits.change import Delta
from buildup.edits.command import Command, Point
from buildup.geometry.angles import degrees_of, line_degrees
from buildup.messages import refusal


def _guide(drawing: Drawing, guide_id: str) -> Guide:
    found = next((g for g in drawing.sheet.guides if g.id == guide_id), None)
    if found is None:
        raise refusal("unknown_guide")
    return found


def _with(drawing: Drawing, guides: tuple[Guide, ...]) -> Delta:
    return Delta(sheet=replace(drawing.sheet, guides=guides))


def _swapped(drawing: Drawing, new: Guide) -> Delta:
    return _with(drawing, tuple(new if g.id == new.id else g for g in drawing.sheet.guides))


@dataclass(frozen=True, slots=True, kw_only=True)
class AddGuide(Command):
    """Adds a guide."""

    kind: Literal["add_guide"] = "add_guide"
    guide: Guide
    """The new guide."""
    through: Point | None = None
    """A second place on it, which gives its angle; None keeps the guide's own."""
    stepped: bool = False
    """Its angle only at multiples of 15°."""

    @property
    def name(self) -> str:
        return "Add guide"

    def delta(self, drawing: Drawing) -> Delta:
        check_id(self.guide.id)
        guides = drawing.sheet.guides
        if any(g.id == self.guide.id for g in guides):
            raise refusal("guide_exists")
        if len(guides) >= MOST_GUIDES:
            raise refusal("too_many_guides", most=MOST_GUIDES)
        angle = self.guide.angle
        if self.through is not None:
            angle = degrees_of(complex(*self.through) - complex(self.guide.x, self.guide.y))
        angle = round(angle / 15.0) * 15.0 if self.stepped else angle
        return _with(drawing, (*guides, replace(self.guide, angle=line_degrees(angle))))


@dataclass(frozen=True, slots=True, kw_only=True)
class MoveGuide(Command):
    """Moves a guide so that it runs through a place."""

    kind: Literal["move_guide"] = "move_guide"
    guide: str
    """Which guide."""
    to: Point
    """A place on it."""

    @property
    def name(self) -> str:
        return "Move guide"

    def delta(self, drawing: Drawing) -> Delta:
        old = _guide(drawing, self.guide)
        if old.locked:
            raise refusal("locked_guide")
        return _swapped(drawing, replace(old, x=self.to[0], y=self.to[1]))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetGuide(Command):
    """Sets a guide's place, its angle and its lock by typed values."""

    kind: Literal["set_guide"] = "set_guide"
    guide: Guide
    """The guide as it shall be; its id says which."""

    @property
    def name(self) -> str:
        return "Change guide"

    def delta(self, drawing: Drawing) -> Delta:
        _guide(drawing, self.guide.id)
        return _swapped(drawing, replace(self.guide, angle=line_degrees(self.guide.angle)))


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteGuides(Command):
    """Removes guides."""

    kind: Literal["delete_guides"] = "delete_guides"
    guides: tuple[str, ...]
    """Which guides."""

    @property
    def name(self) -> str:
        return "Delete guide" if len(self.guides) == 1 else f"Delete {len(self.guides)} guides"

    def delta(self, drawing: Drawing) -> Delta:
        for guide in self.guides:
            _guide(drawing, guide)
        return _with(drawing, tuple(g for g in drawing.sheet.guides if g.id not in self.guides))


@dataclass(frozen=True, slots=True, kw_only=True)
class HideGuides(Command):
    """Hides all guides or shows them again."""

    kind: Literal["hide_guides"] = "hide_guides"
    hidden: bool
    """Hide, or show."""

    @property
    def name(self) -> str:
        return "Hide guides" if self.hidden else "Show guides"

    def delta(self, drawing: Drawing) -> Delta:
        return Delta(sheet=replace(drawing.sheet, guides_hidden=self.hidden))
