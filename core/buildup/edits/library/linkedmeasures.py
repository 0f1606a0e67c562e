"""Measures of what is kept on the shelf, with values of their own in each linked copy."""

from collections.abc import Iterable, Mapping
from dataclasses import replace

from buildup.drawing.clips import Clip
from buildup.edits.change import Delta, updated
from buildup.edits.measures.followed import followed
from buildup.following.carrying import plain


def clip_with_values(clip: Clip, values: Mapping[str, str]) -> Clip:
    """What is kept, as it is with other values of its measures; its items follow nothing.

    Args:
        clip: what is kept.
        values: formulas by the names of measures; those that it does not have are left out.

    Raises:
        Refusal: as `followed`.

    """
    if not any(values.get(m.name, m.formula) != m.formula for m in clip.measures):
        return plain(clip)
    drawing = clip.drawing()
    sheet = replace(drawing.sheet, measures=clip.measures, parametric=True)
    before = replace(drawing, sheet=sheet)
    measures = tuple(replace(m, formula=values.get(m.name, m.formula)) for m in clip.measures)
    change = Delta(sheet=replace(sheet, measures=measures))
    delta = followed(before, change, lambda d, command: command.delta(d), strict=True)
    after = updated(before, delta)
    return plain(replace(clip, items=tuple(after.items[i.id] for i in clip.items)))


def own_values(
    kept: Iterable[tuple[str, str]], new: Mapping[str, str | None], clip: Clip
) -> tuple[tuple[str, str], ...]:
    """The values that a copy has of its own, once some are set and others given up.

    Args:
        kept: those that it has, by name.
        new: those that are set; None gives one up.
        clip: what it follows; what that does not have is forgotten.

    """
    known = {m.name for m in clip.measures}
    values = {**dict(kept), **new}
    return tuple((n, v) for n, v in values.items() if v is not None and n in known)
