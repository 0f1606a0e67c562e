"""The sheet: its size, its unit and its colour."""

from dataclasses import dataclass
from typing import Literal

from buildup.drawing.checks import check_colour, check_sheet_size
from buildup.drawing.model import Drawing, Sheet
from buildup.drawing.units import unit_of
from buildup.edits.change import Delta
from buildup.edits.command import Command


def checked_sheet(sheet: Sheet) -> Sheet:
    """The sheet, if its size, unit and colour are sound.

    Raises:
        Refusal: `bad_sheet`, `bad_number`, `bad_unit` or `bad_colour`.

    """
    check_sheet_size(sheet.width, sheet.height)
    unit_of(sheet.unit)
    check_colour(sheet.colour)
    return sheet


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSheet(Command):
    """Sets the sheet."""

    kind: Literal["set_sheet"] = "set_sheet"
    sheet: Sheet
    """The new sheet."""

    @property
    def name(self) -> str:
        return "Change sheet"

    def delta(self, drawing: Drawing) -> Delta:
        return Delta(sheet=checked_sheet(self.sheet))
