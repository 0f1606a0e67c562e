"""What of a sheet is always wrong: its size, its grid, its guides, its pictures, what it keeps."""

from collections.abc import Iterable

from buildup.drawing.checks import (
    LONGEST_SHEET,
    check_colour,
    check_id,
    check_name,
    check_numbers,
    check_sheet_size,
)
from buildup.drawing.codec import check_sound
from buildup.drawing.paintchecks import check_style
from buildup.drawing.sheet import Grid, Sheet, Silhouette, Underlay
from buildup.drawing.units import unit_of
from buildup.messages import refusal

FINEST_GRID = 0.1
MOST_PARTS = 20
MOST_GUIDES = 200
MOST_UNDERLAYS = 12
MOST_SWATCHES = 256
MOST_STYLES = 64
MOST_POINTS = 30_000
"""Control points of a silhouette."""


def check_sheet(sheet: Sheet) -> Sheet:
    """The sheet, if all of it is sound.

    Raises:
        Refusal: `bad_sheet`, `bad_number`, `bad_unit`, `bad_colour`, `bad_grid`, `bad_underlay`,
            `bad_silhouette`, `too_many`, `too_far`; as `check_style`.
    """
    check_sheet_size(sheet.width, sheet.height)
    unit_of(sheet.unit)
    check_colour(sheet.colour)
    check_grid(sheet.grid)
    check_sound(sheet)
    for held, most, what in (
        (sheet.guides, MOST_GUIDES, "guides"),
        (sheet.underlays, MOST_UNDERLAYS, "underlays"),
        (sheet.swatches, MOST_SWATCHES, "swatches"),
        (sheet.styles, MOST_STYLES, "styles"),
    ):
        _check_ids([h.id for h in held], most, what)
    for underlay in sheet.underlays:
        check_underlay(underlay)
    for swatch in sheet.swatches:
        check_name(swatch.name)
        check_colour(swatch.colour)
    for kept in sheet.styles:
        check_name(kept.name)
        check_style(kept.style)
    return sheet


def check_grid(grid: Grid) -> None:
    """Refuses a grid whose lines are too near to each other, or too far apart, or no lines."""
    if not FINEST_GRID <= grid.step <= LONGEST_SHEET or not 1 <= grid.parts <= MOST_PARTS:
        raise refusal("bad_grid", finest=FINEST_GRID, most=MOST_PARTS)


def check_underlay(underlay: Underlay) -> None:
    """Refuses a picture to trace of which nothing could be seen."""
    check_name(underlay.name)
    check_numbers(underlay.x, underlay.y, underlay.width, underlay.height, underlay.angle)
    if min(underlay.width, underlay.height) < 1.0 or not 0.0 <= underlay.strength <= 1.0:
        raise refusal("bad_underlay")
    if underlay.silhouette is not None:
        check_silhouette(underlay.silhouette)


def check_silhouette(form: Silhouette) -> None:
    """Refuses a form that no picture shows."""
    count = sum(map(len, form.paths))
    sound = form.paths and all(len(p) >= 6 and len(p) % 3 == 0 for p in form.paths)
    if not sound or count > MOST_POINTS or not 0.0 < form.pixel <= 1.0:
        raise refusal("bad_silhouette")


def _check_ids(ids: Iterable[str], most: int, what: str) -> None:
    told = list(ids)
    for one in told:
        check_id(one)
    if len(told) > most or len(set(told)) < len(told):
        raise refusal("too_many.on_sheet", most=most, what=what)
