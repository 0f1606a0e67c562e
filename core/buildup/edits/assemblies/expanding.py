"""A live blend whose steps become outlines."""

from dataclasses import replace

from buildup.drawing.itemtypes import Assembly, Outline
from buildup.drawing.linking import as_group
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta, row_of
from buildup.edits.items.newitems import check_contours
from buildup.edits.items.replacing import Making
from buildup.forms.contours import assembly_form, blend_parts


def expanded_blend(drawing: Drawing, blend: Assembly) -> Delta:
    """The delta that makes a group of a live blend: its parts, and its steps as outlines."""
    made = Making(drawing)
    made.put.append(as_group(blend))
    made.put += (
        replace(drawing.items[i], role=None)
        for i in drawing.tree.children(blend.id)
        if drawing.items[i].role is not None
    )
    gaps = assembly_form(drawing, blend.id).steps
    for part, steps in zip(blend_parts(drawing, blend.id), gaps, strict=False):
        name = drawing.items[part].name
        row = []
        for form in steps:
            check_contours(name, form.contours)
            new = made.new_id(part)
            made.put.append(
                Outline(id=new, name=name, style=form.style, contours=form.contours, rule=form.rule)
            )
            row.append(new)
        made.moves += row_of(row, blend.id, part)
    return made.delta()
