"""Items that are copied with the measures that they follow, and that come into another drawing."""

import itertools
from collections.abc import Iterable
from dataclasses import dataclass, replace

from buildup.contours.follows import Follow
from buildup.drawing.clips import Clip, clip_of
from buildup.drawing.measures import Measure
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.sheetchecks import MOST_MEASURES
from buildup.drawing.units import UNITS
from buildup.errors import Refusal
from buildup.following.bounds import bounds_in, refollowed
from buildup.following.values import formulas_of, needed, worked
from buildup.formulas.grammar import LONGEST_FORMULA
from buildup.formulas.renaming import renamed
from buildup.formulas.working import is_name, needs_of
from buildup.messages import message

LONGEST_NOTE = 200


def clip_with_measures(drawing: Drawing, ids: Iterable[str]) -> Clip:
    """As `clip_of`, with the measures that the items follow, as they are in the set that is shown.

    Raises:
        Refusal: as `clip_of`.

    """
    clip = clip_of(drawing, ids)
    if not drawing.sheet.parametric:
        return clip
    formulas = formulas_of(drawing.sheet)
    texts = [b.formula for i in clip.items for b in bounds_in(i)]
    names = set(needed(texts, formulas))
    measures = (
        replace(m, formula=formulas[m.name].text) for m in drawing.sheet.measures if m.name in names
    )
    return replace(clip, measures=tuple(measures))


@dataclass(frozen=True, slots=True)
class Brought:
    """What a clip brings into a drawing.

    Args:
        clip: its items, which follow measures as these are called in the drawing.
        sheet: of the drawing, with the measures that it did not have; None: it had them all.
        note: what came of it, for the designer.

    """

    clip: Clip
    sheet: Sheet | None
    note: str = ""


def brought(drawing: Drawing, clip: Clip, base: str) -> Brought:
    """A clip on its way into a drawing.

    A measure that the drawing has under the same name, with the same value, is shared; one of the
    same name with another value comes under a new name.

    Args:
        drawing: where it comes to.
        clip: what comes.
        base: what the ids of new measures begin with.

    """
    if not any(bounds_in(i) for i in clip.items):
        return Brought(clip, None)
    sheet = drawing.sheet
    names = _names(drawing, clip)
    known = {m.name for m in sheet.measures}
    new = [m for m in clip.measures if names[m.name] not in known and _is_sound(m)]
    room = max(0, MOST_MEASURES - len(sheet.measures))
    added = tuple(
        replace(
            m,
            id=f"{base}-m{n}",
            name=names[m.name],
            note=m.note[:LONGEST_NOTE],
            formula=renamed(m.formula, names),
        )
        for n, m in enumerate(new[:room])
    )
    other = {old: now for old, now in names.items() if old != now}

    def follow(one: Follow) -> Follow:
        return replace(one, formula=renamed(one.formula, other)) if other else one

    items = tuple(refollowed(i, follow) for i in clip.items)
    renames = ", ".join(other.values())
    note = message("notes.measures_renamed", names=renames) if other else ""
    after = replace(sheet, measures=(*sheet.measures, *added), parametric=True)
    return Brought(replace(clip, items=items), after, note)


def _is_sound(measure: Measure) -> bool:
    """Whether a measure from elsewhere is one that could be typed here."""
    short = len(measure.formula) <= LONGEST_FORMULA
    return is_name(measure.name) and measure.unit in UNITS and short


def _names(drawing: Drawing, clip: Clip) -> dict[str, str]:
    """What each measure of a clip is called in a drawing."""
    mine = worked(drawing, [m.name for m in drawing.sheet.measures]).values.known
    there = replace(drawing.sheet, measures=clip.measures, measure_sets=(), measure_set=None)
    theirs = worked(replace(drawing, sheet=there), [m.name for m in clip.measures]).values.known
    taken = {m.name for m in drawing.sheet.measures} | {m.name for m in clip.measures}
    names: dict[str, str] = {}
    for measure in clip.measures:
        name = measure.name
        has = any(m.name == name for m in drawing.sheet.measures)
        if has and mine.get(name) != theirs.get(name):
            numbered = (f"{measure.name}_{k}" for k in itertools.count(2))
            name = next(n for n in numbered if n not in taken or mine.get(n) == theirs.get(name))
            taken.add(name)
        names[measure.name] = name
    return names


def plain(clip: Clip) -> Clip:
    """A clip whose items follow nothing; their numbers stay."""
    return replace(clip, items=tuple(refollowed(i, lambda _: None) for i in clip.items))


def dials_of_link(
    measures: Iterable[Measure], values: Iterable[tuple[str, str]]
) -> tuple[Measure, ...]:
    """The measures of a linked copy that can be set: those that follow no other."""
    own = dict(values)
    given = (replace(m, formula=own.get(m.name, m.formula)) for m in measures)
    return tuple(m for m in given if not _follows(m.formula))


def _follows(formula: str) -> bool:
    try:
        return bool(needs_of(formula))
    except Refusal:
        return False
