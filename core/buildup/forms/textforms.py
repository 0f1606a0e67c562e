"""Words as forms: along what an assembly holds, and letter by letter."""

from collections.abc import Sequence

from buildup.contours.anchors import Contour
from buildup.drawing.itemtypes import TextOnPath
from buildup.forms.assembling import Assembled
from buildup.forms.textlayout import Letter, courses_along, letters_along, paths_of
from buildup.messages import message


def lettered(contours: Sequence[Contour], edge: TextOnPath) -> Assembled:
    """What an assembly comes to whose words run along some contours."""
    letters = letters_beside(contours, edge)
    if not letters:
        return Assembled(trouble=message("notes.no_path"))
    return Assembled(tuple(c for letter in letters for c in letter.contours))


def letters_beside(contours: Sequence[Contour], edge: TextOnPath) -> list[Letter]:
    """The letters of words along some contours; none where none of those has a length."""
    paths = paths_of(contours, backwards=edge.other_side)
    return list(letters_along(edge.lettering, courses_along(paths, edge))) if paths else []
