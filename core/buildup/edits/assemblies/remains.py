"""What stays of an assembly whose form becomes outlines: what showed of its parts beside it."""

from dataclasses import dataclass, replace

from buildup.drawing.itemtypes import Assembly, BlendEffect, Item, OffsetEffect, StrokeEffect
from buildup.drawing.linking import as_group
from buildup.drawing.model import Drawing
from buildup.forms.paintings import grows


@dataclass(frozen=True, slots=True)
class AssemblyRemains:
    """An assembly as a plain group of what stays.

    Args:
        put: the group, and parts that change.
        behind: the part that outlines of the form come to lie in front of; None: at the back.
        removed: parts of which nothing shows.

    """

    put: tuple[Item, ...]
    behind: str | None
    removed: tuple[str, ...]


def left_of(drawing: Drawing, item: Item) -> AssemblyRemains | None:
    """What stays of an item; None: it is no assembly, or nothing but its form shows of it."""
    if not isinstance(item, Assembly) or item.result is None:
        return None
    parts = drawing.tree.children(item.id)
    put: dict[str, Item] = {}
    gone: list[str] = []
    if isinstance(item.result, StrokeEffect):
        for part in parts:
            filled = False
            for painted in drawing.painted_in(part):
                own = drawing.painted_item(painted)
                filled |= own.style.fill is not None
                put[painted] = replace(own, style=replace(own.style, strokes=()))
            if not filled:
                gone.append(part)
    elif not isinstance(item.result, BlendEffect) and not item.result.show_parts:
        gone.extend(parts)
    stays = [p for p in parts if p not in gone]
    if not stays:
        return None
    removed = {i for g in gone for i in (g, *drawing.tree.below(g))}
    for part in stays:
        put[part] = replace(put.get(part, drawing.items[part]), role=None)
    below = isinstance(item.result, OffsetEffect) and grows(item.result)
    kept = tuple(i for i in put.values() if i.id not in removed)
    return AssemblyRemains((as_group(item), *kept), None if below else stays[-1], tuple(gone))
