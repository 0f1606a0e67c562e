"""A number of the drawing follows a formula, or no longer does."""

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Any, ClassVar, Literal

from buildup.contours.follows import Follow
from buildup.drawing.itemtypes import Assembly, Item
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.edits.change import Delta, updated
from buildup.edits.command import Command
from buildup.edits.measures.setting import setting
from buildup.edits.measures.turning import field_name
from buildup.edits.outlines.cornering import SetCorners
from buildup.following.bounds import SHEET, followed_as, holder_of, replaced_at
from buildup.following.fields import Field, field_at
from buildup.following.values import worked
from buildup.forms.contours import assembly_form
from buildup.formulas.grammar import LONGEST_FORMULA
from buildup.formulas.quantitykinds import Kind
from buildup.formulas.working import needs_of
from buildup.messages import refusal

Target = tuple[str, str]
"""A number: the id of its item, empty for the sheet, and its path, as `frame.nw.x`."""
_CORNER = re.compile(r"contours\.(\d+)\.anchors\.(\d+)\.corner\.radius$")
_RADIUS = Field("Radius", Kind.LENGTH)


@dataclass(frozen=True, slots=True, kw_only=True)
class FollowFormula(Command):
    """Lets numbers follow a formula; one without measures sets them, none lets them go."""

    checks_formulas: ClassVar[bool] = True
    kind: Literal["follow_formula"] = "follow_formula"
    targets: tuple[Target, ...]
    """Which numbers; those that are not there are left out."""
    formula: str
    """What they follow, like `2*r + 1 mm`; a plain value sets them, nothing keeps them as they
    are."""
    unit: str = "mm"
    """In which lengths without a unit are typed."""

    @property
    def name(self) -> str:
        return "Change formula" if self.formula.strip() else "Remove formula"

    def title(self, drawing: Drawing) -> str:
        if not self.targets:
            return self.name
        items = dict.fromkeys(i for i, _ in self.targets)
        item, path = self.targets[0]
        label = field_name(drawing, item, path)
        if len(items) > 1:
            known = field_at(drawing, item, path)
            label = f"{known.label if known else 'a value'} of {len(items)} items"
        return f"{self.name}: {label}"

    def delta(self, drawing: Drawing) -> Delta:
        delta = bound_to(drawing, self.targets, self.formula, self.unit)
        if delta is None:
            raise refusal("cannot_follow")
        return delta


def bound_to(drawing: Drawing, targets: Sequence[Target], formula: str, unit: str) -> Delta | None:
    """The delta after which numbers follow a formula, as `FollowFormula` says; None: none can.

    Raises:
        Refusal: `bad_formula`; what the edit of one of the numbers refuses.

    """
    text = formula.strip()
    if len(text) > LONGEST_FORMULA:
        raise refusal("bad_formula.long", most=LONGEST_FORMULA)
    needs = needs_of(text) if text else ()
    chain, found = Delta(), False
    for target in targets:
        for part in _each(drawing, target, text, unit, follows=bool(needs)):
            found = True
            chain = chain.then(part)
            drawing = updated(drawing, part)
    if needs and not drawing.sheet.parametric:
        chain = chain.then(Delta(sheet=replace(drawing.sheet, parametric=True)))
    return chain if found else None


def _each(drawing: Drawing, target: Target, text: str, unit: str, *, follows: bool) -> list[Delta]:
    """The steps that bind one number: let go of what it follows, set it, let it follow."""
    item_id, path = target
    made: list[Delta] = []

    def do(delta: Delta) -> None:
        nonlocal drawing
        made.append(delta)
        drawing = updated(drawing, delta)

    corner = _CORNER.match(path) if item_id in drawing.items else None
    if corner and text:
        ref = (item_id, int(corner[1]), int(corner[2]))
        value = worked(drawing, (text,)).of(text, unit=unit)
        number = _RADIUS.number(value, unit=unit)
        if number < 0.0:
            raise refusal("bad_length.radius")
        do(SetCorners(anchors=(ref,), radius=number).delta(drawing))
    if corner:
        path = _stored_path(drawing, item_id, path)
    field = field_at(drawing, item_id, path)
    if field is None:
        return made if corner else []
    holder = drawing.sheet if item_id == SHEET else drawing.open_item(item_id)
    do(_following(holder, path, None))
    if text:
        value = worked(drawing, (text,)).of(text, unit=unit)
        number = field.number(value, unit=unit)
        do(setting(drawing, (item_id,), path, number).delta(drawing))
    if follows:
        holder = drawing.sheet if item_id == SHEET else drawing.items[item_id]
        do(_following(holder, path, Follow("", text, unit)))
    return made


def _stored_path(drawing: Drawing, item_id: str, path: str) -> str:
    """Where a corner is kept: of an assembly, among those of its form."""
    item, found = drawing.items[item_id], _CORNER.match(path)
    if not isinstance(item, Assembly) or found is None:
        return path
    contour, anchor = int(found[1]), int(found[2])
    worked_ = [
        (c, n)
        for c, one in enumerate(assembly_form(drawing, item_id).sharp)
        for n, a in enumerate(one.anchors)
        if a.corner is not None
    ]
    if (contour, anchor) not in worked_:
        return path
    return f"corners.{worked_.index((contour, anchor))}.corner.radius"


def _following(holder: Item | Sheet, path: str, follow: Follow | None) -> Delta:
    """The delta after which a number follows something else, or nothing."""
    inner, name = holder_of(holder, path)
    one = None if follow is None else replace(follow, field=name)

    def change(held: Any) -> Any:
        return replace(held, follows=followed_as(held.follows, one, name))

    changed: Item | Sheet = replaced_at(holder, inner, change)
    if isinstance(changed, Sheet):
        return Delta(sheet=changed)
    return Delta(put=(changed,))
