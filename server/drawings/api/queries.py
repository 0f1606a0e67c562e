"""Questions about a drawing that change nothing."""

from buildup import host
from buildup.drawing.checks import check_point
from buildup.formats.csssnippets import css_snippets
from buildup.formats.palettes import (
    written_palette,
)
from buildup.formats.svg.clipsvg import clip_svg
from buildup.geometry.progress import reporting_to
from buildup.repainting import MOST_ON_SERVER, InteractiveBudget
from buildup.snapping.cues import SnapResult
from buildup.troublespots import TroubleSpots, trouble_spots
from buildup.view.anchormarks import AnchorMark
from buildup.view.balancemarks import BalanceMark, balance_mark
from buildup.view.finding import ItemAtPoint, alike, pile
from buildup.view.finding import within as within_box
from buildup.view.measuretable import (
    FormulaWord,
    MeasureTable,
    formula_words,
    measure_table,
)
from buildup.view.regionmarks import SweepMarks, regions_at, sweep_marks
from buildup.view.sampling import Sample, sampled
from buildup.view.selection import Selection, selection
from common.requests import whose
from django.http import HttpRequest
from ninja import Router

from drawings.queryschema import (
    Again,
    AgainIn,
    AimIn,
    AlikeIn,
    AnchorPlace,
    AreaIn,
    BalanceIn,
    BoxIn,
    Copied,
    FormulaIn,
    FormulaValue,
    ItemsIn,
    PaletteIn,
    PileIn,
    PlaceIn,
    ReachIn,
    RegionsAtIn,
    RegionsIn,
    SelectionIn,
    SpreadIn,
    TroublesIn,
)
from drawings.selectors import snapindexes as cueindexes
from drawings.selectors.lookup import found
from drawings.selectors.values import value_now

router = Router(tags=["queries"])


@router.post("/drawings/{drawing}/queries/preview", response=host.Aimed)
def preview_edit(request: HttpRequest, drawing: int, body: AimIn) -> host.Aimed:
    """What is met while something is drawn or dragged, and what the edit would change."""
    row, value = value_now(request, drawing)
    meeting = SnapResult() if body.aim is None else cueindexes.meeting(row.pk, value, body.aim)
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return host.aimed(value, meeting, body.command, body.selection, body.view, keeps=body.keeps)


@router.post("/drawings/{drawing}/queries/selection", response=Selection)
def describe_selection(request: HttpRequest, drawing: int, body: SelectionIn) -> Selection:
    """Marks and numbers of what is selected."""
    return selection(value_now(request, drawing)[1], body.selection, body.view)


@router.post("/drawings/{drawing}/queries/nearest-anchor", response=AnchorMark | None)
def find_nearest_anchor(request: HttpRequest, drawing: int, body: ReachIn) -> AnchorMark | None:
    """The anchor of an outline that is nearest to a place, within reach."""
    value = value_now(request, drawing)[1]
    return host.anchor_near(value, body.item, check_point(body.at), reach=body.reach)


@router.post("/drawings/{drawing}/queries/anchors-in-box", response=list[AnchorPlace])
def find_anchors_in_box(request: HttpRequest, drawing: int, body: BoxIn) -> list[AnchorPlace]:
    """The anchors that a dragged box holds."""
    value = value_now(request, drawing)[1]
    return list(host.anchors_within(value, check_point(body.start), check_point(body.end)))


@router.post("/drawings/{drawing}/queries/items-in-box", response=list[str])
def find_items_in_box(request: HttpRequest, drawing: int, body: AreaIn) -> list[str]:
    """The items that a dragged box touches."""
    value = value_now(request, drawing)[1]
    start, end = check_point(body.start), check_point(body.end)
    return list(within_box(value, start, end, place=body.place, whole=body.whole))


@router.post("/drawings/{drawing}/queries/items-at-point", response=list[ItemAtPoint])
def find_items_at_point(request: HttpRequest, drawing: int, body: PileIn) -> list[ItemAtPoint]:
    """All that is drawn under a place, front to back, hidden and locked as well."""
    value = value_now(request, drawing)[1]
    return list(pile(value, check_point(body.at), reach=body.reach))


@router.post("/drawings/{drawing}/queries/similar-items", response=list[str])
def find_similar_items(request: HttpRequest, drawing: int, body: AlikeIn) -> list[str]:
    """What is drawn like any of some items."""
    return list(alike(value_now(request, drawing)[1], body.items, body.by))


@router.post("/drawings/{drawing}/queries/repeat", response=Again)
def repeat_transform(request: HttpRequest, drawing: int, body: AgainIn) -> Again:
    """The transform that does the same to other items."""
    found(whose(request), drawing)
    return Again(command=host.again(body.command, body.frame))


@router.post("/drawings/{drawing}/queries/copies", response=host.CopiesPreview)
def preview_copies(request: HttpRequest, drawing: int, body: SpreadIn) -> host.CopiesPreview:
    """What copies in a row, a ring or a grid come to before they are made."""
    row, value = value_now(request, drawing)
    meeting = SnapResult() if body.aim is None else cueindexes.meeting(row.pk, value, body.aim)
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return host.spread(
            value, body.command, body.selection, body.view, meeting=meeting, drag=body.drag
        )


@router.post("/drawings/{drawing}/queries/symmetry", response=BalanceMark)
def check_symmetry(request: HttpRequest, drawing: int, body: BalanceIn) -> BalanceMark:
    """How far an outline is from symmetric, about a line that is given or else found."""
    value = value_now(request, drawing)[1]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return balance_mark(value, body.item, body.axis)


@router.post("/drawings/{drawing}/queries/regions", response=SweepMarks)
def find_regions(request: HttpRequest, drawing: int, body: RegionsIn) -> SweepMarks:
    """The regions that some items make where they lie over each other."""
    value = value_now(request, drawing)[1]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return sweep_marks(value, body.items, body.gap)


@router.post("/drawings/{drawing}/queries/regions-at", response=list[int | None])
def find_regions_at(request: HttpRequest, drawing: int, body: RegionsAtIn) -> list[int | None]:
    """Which of those regions each of some places lies in."""
    value = value_now(request, drawing)[1]
    positions = [check_point(p) for p in body.places]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return list(regions_at(value, body.items, body.gap, positions))


@router.post("/drawings/{drawing}/queries/trouble-spots", response=TroubleSpots)
def find_trouble_spots(request: HttpRequest, drawing: int, body: TroublesIn) -> TroubleSpots:
    """The trouble spots of some items, each with the edit that mends it."""
    value = value_now(request, drawing)[1]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return trouble_spots(value, body.items, body.limits)


@router.post("/drawings/{drawing}/queries/measures", response=MeasureTable)
def list_measures(request: HttpRequest, drawing: int) -> MeasureTable:
    """The measures of a drawing, what each comes to, and what follows it."""
    return measure_table(value_now(request, drawing)[1])


@router.post("/drawings/{drawing}/queries/formula-words", response=list[FormulaWord])
def list_formula_words(request: HttpRequest, drawing: int) -> list[FormulaWord]:
    """What a formula of a drawing can name."""
    return list(formula_words(value_now(request, drawing)[1]))


@router.post("/drawings/{drawing}/queries/formula-value", response=FormulaValue)
def evaluate_formula(request: HttpRequest, drawing: int, body: FormulaIn) -> FormulaValue:
    """What a formula comes to in a field of which nothing stays bound."""
    value = value_now(request, drawing)[1]
    return FormulaValue(value=host.typed_value(value, body.text, unit=body.unit, kind=body.field))


@router.post("/drawings/{drawing}/queries/clipboard", response=Copied)
def copy_items(request: HttpRequest, drawing: int, body: ItemsIn) -> Copied:
    """Items as an SVG for the clipboard, which holds the items as well."""
    value = value_now(request, drawing)[1]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return Copied(text=clip_svg(value, body.items))


@router.post("/drawings/{drawing}/queries/css", response=Copied)
def write_css(request: HttpRequest, drawing: int, body: ItemsIn) -> Copied:
    """Items as style sheet rules."""
    value = value_now(request, drawing)[1]
    with reporting_to(InteractiveBudget(MOST_ON_SERVER)):
        return Copied(text=css_snippets(value, body.items))


@router.post("/drawings/{drawing}/queries/colour-at-point", response=Sample | None)
def sample_colour(request: HttpRequest, drawing: int, body: PileIn) -> Sample | None:
    """What is painted at a place."""
    return sampled(value_now(request, drawing)[1], check_point(body.at), reach=body.reach)


@router.post("/drawings/{drawing}/queries/palette-file", response=Copied)
def write_palette(request: HttpRequest, drawing: int, body: PaletteIn) -> Copied:
    """The swatches of a drawing as the text of a file."""
    swatches = value_now(request, drawing)[1].sheet.swatches
    return Copied(text=written_palette(swatches, body.kind))


@router.post("/drawings/{drawing}/queries/nearest-segment", response=list[AnchorPlace])
def find_nearest_segment(request: HttpRequest, drawing: int, body: PlaceIn) -> list[AnchorPlace]:
    """The two anchors of the segment of an outline that is nearest to a place."""
    value = value_now(request, drawing)[1]
    return list(host.near(value, body.item, check_point(body.at)))
