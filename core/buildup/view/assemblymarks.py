"""How the canvas shows an assembly: what its parts do, and where they lie."""

from dataclasses import dataclass

from buildup.drawing.model import Assembly, Drawing, Role
from buildup.forms.assembling import Assembled
from buildup.forms.contours import drawn_under
from buildup.view.pathdata import path_data


@dataclass(frozen=True, slots=True, kw_only=True)
class PartMark:
    """A part of an assembly."""

    id: str
    role: Role
    """What it does to those below it; the backmost joins."""
    path: str
    """SVG path data of all that it shows."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AssemblyMark:
    """An assembly as the canvas shows it."""

    operation: Role
    """What a part does that has nothing of its own."""
    parts: tuple[PartMark, ...]
    """From back to front; hidden ones are left out."""
    gone: int
    """Worked corners whose sides do not meet any more."""
    trouble: str
    """Why it shows nothing; empty where all is well."""


def assembly_mark(drawing: Drawing, item: Assembly, form: Assembled) -> AssemblyMark:
    """The mark of an assembly."""
    shown = [i for i in drawing.tree.children(item.id) if not drawing.items[i].hidden]
    parts = []
    for number, part in enumerate(shown):
        role = (drawing.items[part].role or item.operation) if number else "joins"
        contours = [c for _, held in drawn_under(drawing, part) for c in held]
        parts.append(PartMark(id=part, role=role, path=path_data(contours)))
    return AssemblyMark(
        operation=item.operation, parts=tuple(parts), gone=len(form.gone), trouble=form.trouble
    )
