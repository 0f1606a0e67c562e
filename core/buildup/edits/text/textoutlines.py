"""Words as plain outlines, one a letter, and words that leave the line they ran along."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.drawing.itemtypes import Assembly, Group, Item, Outline, TextItem, TextOnPath
from buildup.drawing.model import Drawing
from buildup.drawing.paint import PLAIN, Style
from buildup.drawing.tree import Move
from buildup.edits.change import Delta, row_of
from buildup.edits.items.newitems import free_id
from buildup.forms.contours import contours_along, laid_style
from buildup.forms.textforms import letters_beside
from buildup.forms.textlayout import Letter, paths_of, word_letters
from buildup.geometry.transforms import Affine, shift


@dataclass(frozen=True, slots=True)
class Spelled:
    """Words as outlines.

    Args:
        top: what takes their place: a group of the letters, or the only one.
        put: that, and the letters.
        moves: those of the letters into the group.

    """

    top: Item
    put: tuple[Item, ...]
    moves: tuple[Move, ...]


def spelled(drawing: Drawing, item: TextItem | Assembly) -> Spelled:
    """Words as outlines: a compound outline of each letter, in a group that is called as they are.

    They are painted as they were, a gradient of theirs across all of them.
    """
    letters = _letters(drawing, item)
    top = free_id(drawing.items, item.id)
    style = laid_style(drawing, item.id)
    if len(letters) == 1:
        made = _outline(item, top, letters[0], style)
        alone = replace(made, name=item.name, hidden=item.hidden, locked=item.locked)
        alone = replace(alone, role=item.role, style=style)
        return Spelled(alone, (alone,), ())
    group = Group(
        id=top,
        name=item.name,
        hidden=item.hidden,
        locked=item.locked,
        role=item.role,
        finish=style.finish,
    )
    taken = {*drawing.items, top}
    outlines: list[Item] = []
    for letter in letters:
        new = free_id(taken, item.id)
        taken.add(new)
        outlines.append(_outline(item, new, letter, style))
    row = row_of([o.id for o in outlines], top, None)
    return Spelled(group, (group, *outlines), tuple(row))


def spelled_out(drawing: Drawing, words: TextItem) -> Delta:
    """The delta that makes outlines of words."""
    made = spelled(drawing, words)
    position = (made.top.id, drawing.tree.container(words.id), words.id)
    return Delta(put=made.put, moves=(position, *made.moves), removed=(words.id,))


def _letters(drawing: Drawing, item: TextItem | Assembly) -> Sequence[Letter]:
    if isinstance(item, TextItem):
        return list(word_letters(item))
    assert item.along  # noqa: S101
    return letters_beside(contours_along(drawing, item.id), item.along)


def _outline(item: TextItem | Assembly, new: str, letter: Letter, style: Style) -> Outline:
    plain = replace(style, finish=PLAIN)  # which the group has
    name = letter.letters.strip() or item.name
    return Outline(id=new, name=name, style=plain, contours=letter.contours)


def words_alone(drawing: Drawing, item: Assembly, edge: TextOnPath) -> TextItem:
    """Words that ran along a line, straight, from where they were aligned on it."""
    paths = paths_of(contours_along(drawing, item.id), backwards=edge.other_side)
    position = shift(0j)
    if paths:
        ((at, direction),) = paths[0].spots([edge.start * paths[0].length])
        position = Affine(direction, direction * 1j, at - direction * 1j * edge.offset)
    return TextItem(
        id=free_id(drawing.items, item.id),
        name=item.name,
        hidden=item.hidden,
        locked=item.locked,
        role=item.role,
        style=item.style,
        lettering=edge.lettering,
        place=position,
    )
