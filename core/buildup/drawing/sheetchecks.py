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
from buildup.drawing.codec import check_in_range
from buildup.drawing.paintchecks import check_style
from buildup.drawing.sheet import Grid, Reference, Sheet, TracedArea
from buildup.drawing.units import unit_of
from buildup.messages import refusal

FINEST_GRID = 0.1
MOST_PARTS = 20
MOST_GUIDES = 200
MOST_UNDERLAYS = 12
MOST_SWATCHES = 256
MOST_STYLES = 64
MOST_MEASURES = 500
MOST_SETS = 60
MOST_POINTS = 30_000
"""Control points of a traced area."""


def check_sheet(sheet: Sheet) -> Sheet:
    """The sheet, if all of it is sound.

    Raises:
        Refusal: `bad_sheet`, `bad_number`, `bad_unit`, `bad_colour`, `bad_grid`, `bad_reference`,
            `bad_traced_area`, `too_many`, `too_far`; as `check_style`.
    """
    check_sheet_size(sheet.width, sheet.height)
    unit_of(sheet.unit)
    check_colour(sheet.colour)
    check_grid(sheet.grid)
    check_in_range(sheet)
    for held, most, what in (
        (sheet.guides, MOST_GUIDES, "guides"),
        (sheet.references, MOST_UNDERLAYS, "references"),
        (sheet.swatches, MOST_SWATCHES, "swatches"),
        (sheet.styles, MOST_STYLES, "styles"),
        (sheet.measures, MOST_MEASURES, "measures"),
        (sheet.measure_sets, MOST_SETS, "sets of measures"),
    ):
        _check_ids([h.id for h in held], most, what)
    for reference in sheet.references:
        check_reference(reference)
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


def check_reference(reference: Reference) -> None:
    """Refuses a picture to trace of which nothing could be seen."""
    check_name(reference.name)
    check_numbers(reference.x, reference.y, reference.width, reference.height, reference.angle)
    if min(reference.width, reference.height) < 1.0 or not 0.0 <= reference.strength <= 1.0:
        raise refusal("bad_reference")
    if reference.traced_area is not None:
        check_traced_area(reference.traced_area)


def check_traced_area(form: TracedArea) -> None:
    """Refuses a form that no picture shows."""
    count = sum(map(len, form.paths))
    sound = form.paths and all(len(p) >= 6 and len(p) % 3 == 0 for p in form.paths)
    if not sound or count > MOST_POINTS or not 0.0 < form.pixel <= 1.0:
        raise refusal("bad_traced_area")


def _check_ids(ids: Iterable[str], most: int, what: str) -> None:
    listed = list(ids)
    for one in listed:
        check_id(one)
    if len(listed) > most or len(set(listed)) < len(listed):
        raise refusal("too_many.on_sheet", most=most, what=what)
