"""The sheet: its size, its unit, its colour and its grid."""

from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Grid, Sheet
from buildup.drawing.sheetchecks import check_grid, check_sheet
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.items.targets import placed_in
from buildup.forms.placement import ItemMap, moved_item
from buildup.geometry.transforms import stretch


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSheet(Command):
    """Sets the size and the unit of the sheet."""

    whole: ClassVar[bool] = True
    kind: Literal["set_sheet"] = "set_sheet"
    width: float | None = None
    """Its new width, or None to keep it."""
    height: float | None = None
    """Its new height, or None to keep it."""
    unit: str | None = None
    """The unit it is measured in, or None to keep it."""
    scale_items: bool = False
    """Scales what lies on it by the smaller of the two factors, instead of leaving it in place."""

    @property
    def name(self) -> str:
        return "Change sheet"

    def delta(self, drawing: Drawing) -> Delta:
        old = drawing.sheet
        width = old.width if self.width is None else self.width
        height = old.height if self.height is None else self.height
        sheet = check_sheet(replace(old, width=width, height=height, unit=self.unit or old.unit))
        if not self.scale_items:
            return Delta(sheet=sheet)
        factor = min(width / old.width, height / old.height)
        by = stretch(factor, factor, about=0j)
        moved = tuple(
            moved_item(i, ItemMap(by)) for i in placed_in(drawing, drawing.tree.children())
        )
        return Delta(put=moved, sheet=_scaled_aids(sheet, factor))


def _scaled_aids(sheet: Sheet, factor: float) -> Sheet:
    """Guides and references, which belong to what is drawn, scaled with it."""
    guides = tuple(replace(g, x=g.x * factor, y=g.y * factor) for g in sheet.guides)
    references = tuple(
        replace(u, x=u.x * factor, y=u.y * factor, width=u.width * factor, height=u.height * factor)
        for u in sheet.references
    )
    return replace(sheet, guides=guides, references=references)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSheetColour(Command):
    """Sets the colour of the sheet."""

    kind: Literal["set_sheet_colour"] = "set_sheet_colour"
    colour: str | None
    """`#RRGGBB`, or None for none."""

    @property
    def name(self) -> str:
        return "Change sheet colour"

    def delta(self, drawing: Drawing) -> Delta:
        return Delta(sheet=check_sheet(replace(drawing.sheet, colour=self.colour)))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetGrid(Command):
    """Sets the grid, shows it or hides it."""

    kind: Literal["set_grid"] = "set_grid"
    grid: Grid
    """The new grid."""

    @property
    def name(self) -> str:
        return "Change grid"

    def delta(self, drawing: Drawing) -> Delta:
        check_grid(self.grid)
        return Delta(sheet=replace(drawing.sheet, grid=self.grid))
