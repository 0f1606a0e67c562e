"""Colours and styles that are kept with the drawing: swatches, which what uses them follows."""

from collections.abc import Callable, Iterable, Iterator
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.checks import check_colour, check_id, check_name
from buildup.drawing.items import Items
from buildup.drawing.itemtypes import Item, Painted, Symmetry, finish_of, with_finish
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Colour, Style, Swatched, hex_of
from buildup.drawing.sheet import NamedColour, SavedStyle, Sheet, Swatch
from buildup.drawing.sheetchecks import MOST_STYLES, MOST_SWATCHES
from buildup.edits.change import Delta
from buildup.edits.command import Command
from buildup.edits.items.targets import open_painted
from buildup.edits.paint.styling import styled
from buildup.forms.contours import boxed_style
from buildup.messages import message, refusal

Inking = Callable[[Colour], Colour]


@dataclass(frozen=True, slots=True, kw_only=True)
class AddSwatches(Command):
    """Keeps colours as swatches; those that are there already are not kept twice."""

    kind: Literal["add_swatches"] = "add_swatches"
    prefix: str
    """What the ids of the new ones begin with."""
    colours: tuple[NamedColour, ...]
    """Which."""

    @property
    def name(self) -> str:
        return "Add swatch" if len(self.colours) == 1 else f"Add {len(self.colours)} swatches"

    def delta(self, drawing: Drawing) -> Delta:
        sheet = _with_new(drawing.sheet, self.prefix, self.colours)
        known = {s.colour.upper() for s in drawing.sheet.swatches}
        if len(sheet.swatches) == len(drawing.sheet.swatches):
            raise refusal("no_new_colour")
        there = sum(1 for c in self.colours if c.colour.upper() in known)
        note = message("notes.swatches_exist", count=there) if there else ""
        return Delta(sheet=sheet, message=note)


@dataclass(frozen=True, slots=True, kw_only=True)
class SwatchesOfItems(Command):
    """Keeps the colours of items as swatches, and paints the items with those."""

    kind: Literal["swatches_of_items"] = "swatches_of_items"
    items: tuple[str, ...]
    """Which items."""
    prefix: str
    """What the ids of the new swatches begin with."""

    @property
    def name(self) -> str:
        return "Add swatches"

    def delta(self, drawing: Drawing) -> Delta:
        found = [c for i in open_painted(drawing, self.items) for c in i.style.colours]
        plain = dict.fromkeys(hex_of(c).upper() for c in found if isinstance(c, str))
        if not plain:
            raise refusal("no_new_colour.selection")
        colours = tuple(NamedColour(name=c, colour=c) for c in plain)
        sheet = _with_new(drawing.sheet, self.prefix, colours)
        by = {s.colour.upper(): s for s in reversed(sheet.swatches)}

        def link(colour: Colour) -> Colour:
            swatch = None if isinstance(colour, Swatched) else by.get(colour.upper())
            return colour if swatch is None else Swatched(swatch.id, swatch.colour)

        return replace(styled(drawing, self.items, lambda s: s.inked(link)), sheet=sheet)


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSwatch(Command):
    """Changes a swatch, and with it all that is painted with it."""

    merges_by: ClassVar[tuple[str, ...]] = ("swatch",)
    reaches_links: ClassVar[bool] = True
    kind: Literal["set_swatch"] = "set_swatch"
    swatch: str
    """Which."""
    colour: str | None = None
    """`#RRGGBB`; None: it stays."""
    called: str | None = None
    """Its name; None: it stays."""
    spot: bool | None = None
    """Whether it is printed with an ink of its own; None: it stays so."""

    @property
    def name(self) -> str:
        if self.spot is not None:
            return "Set spot colour" if self.spot else "Set process colour"
        return "Rename swatch" if self.colour is None else "Change swatch"

    def delta(self, drawing: Drawing) -> Delta:
        old = _swatch(drawing, self.swatch)
        check_colour(self.colour)
        if self.called is not None:
            check_name(self.called)
        name = old.name if self.called is None else self.called.strip()
        spot = old.spot if self.spot is None else self.spot
        new = replace(old, colour=self.colour or old.colour, name=name, spot=spot)
        if self.called is None and old.name == old.colour:
            new = replace(new, name=new.colour)  # it is called by its colour
        swatches = tuple(new if s.id == old.id else s for s in drawing.sheet.swatches)

        def ink(colour: Colour) -> Colour:
            if isinstance(colour, Swatched) and colour.swatch == new.id:
                return Swatched(new.id, new.colour)
            return colour

        styles = (replace(k, style=k.style.inked(ink)) for k in drawing.sheet.styles)
        sheet = replace(drawing.sheet, swatches=swatches, styles=tuple(styles))
        return Delta(put=tuple(_inked(drawing, new.id, ink)), sheet=sheet)


@dataclass(frozen=True, slots=True, kw_only=True)
class DeleteSwatches(Command):
    """Takes swatches away; what is painted with them keeps its colours."""

    reaches_links: ClassVar[bool] = True
    kind: Literal["delete_swatches"] = "delete_swatches"
    swatches: tuple[str, ...]
    """Which."""

    @property
    def name(self) -> str:
        return "Delete swatch"

    def delta(self, drawing: Drawing) -> Delta:
        for swatch in self.swatches:
            _swatch(drawing, swatch)

        def ink(colour: Colour) -> Colour:
            gone = isinstance(colour, Swatched) and colour.swatch in self.swatches
            return hex_of(colour) if gone else colour

        put = {i.id: i for swatch in self.swatches for i in _inked(drawing, swatch, ink)}
        swatches = tuple(s for s in drawing.sheet.swatches if s.id not in self.swatches)
        styles = tuple(replace(k, style=k.style.inked(ink)) for k in drawing.sheet.styles)
        sheet = replace(drawing.sheet, swatches=swatches, styles=styles)
        return Delta(put=tuple(put.values()), sheet=sheet)


@dataclass(frozen=True, slots=True, kw_only=True)
class ApplyStyle(Command):
    """Paints items in a style, wherever its gradients were."""

    kind: Literal["apply_style"] = "apply_style"
    items: tuple[str, ...]
    """Which items."""
    style: Style
    """How; its gradients fit the box of each."""

    @property
    def name(self) -> str:
        return "Apply style"

    @property
    def phrase(self) -> str:
        return "Apply style to {item}"

    def delta(self, drawing: Drawing) -> Delta:
        return styled(drawing, self.items, lambda _: self.style)


@dataclass(frozen=True, slots=True, kw_only=True)
class SaveStyle(Command):
    """Keeps how an item is painted under a name."""

    kind: Literal["save_style"] = "save_style"
    item: str
    """Whose style; of a container that of the backmost thing it holds."""
    style_id: str
    """The id of the saved style."""
    called: str | None = None
    """Its name; None for the next number."""

    @property
    def name(self) -> str:
        return "Save style"

    def delta(self, drawing: Drawing) -> Delta:
        check_id(self.style_id)
        if self.called is not None:
            check_name(self.called)
        kept = drawing.sheet.styles
        if any(k.id == self.style_id for k in kept):
            raise refusal("item_exists.style", self.style_id)
        if len(kept) >= MOST_STYLES:
            raise refusal("too_many.styles", most=MOST_STYLES)
        painted = open_painted(drawing, (self.item,))
        if not painted:
            raise refusal("nothing_selected.painted")
        style = boxed_style(drawing, painted[0].id)
        name = self.called or f"Style {len(kept) + 1}"
        new = SavedStyle(id=self.style_id, name=name.strip(), style=style)
        return Delta(sheet=replace(drawing.sheet, styles=(*kept, new)))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetSavedStyle(Command):
    """Renames a kept style, or takes it away; what was painted so stays as it is."""

    kind: Literal["set_saved_style"] = "set_saved_style"
    style_id: str
    """Which."""
    called: str | None = None
    """Its new name; None: it goes."""

    @property
    def name(self) -> str:
        return "Delete style" if self.called is None else "Rename style"

    def delta(self, drawing: Drawing) -> Delta:
        styles = drawing.sheet.styles
        if all(k.id != self.style_id for k in styles):
            raise refusal("unknown_style")
        if self.called is None:
            after = tuple(k for k in styles if k.id != self.style_id)
        else:
            check_name(self.called)
            called = self.called.strip()
            after = tuple(replace(k, name=called) if k.id == self.style_id else k for k in styles)
        return Delta(sheet=replace(drawing.sheet, styles=after))


def _swatch(drawing: Drawing, swatch: str) -> Swatch:
    found = next((s for s in drawing.sheet.swatches if s.id == swatch), None)
    if found is None:
        raise refusal("unknown_swatch")
    return found


def _with_new(sheet: Sheet, prefix: str, colours: Iterable[NamedColour]) -> Sheet:
    """A sheet with the colours that are no swatches yet."""
    swatches = list(sheet.swatches)
    known = {s.colour.upper() for s in swatches}
    taken = {s.id for s in swatches}
    for number, new in enumerate(colours):
        check_colour(new.colour)
        check_name(new.name)
        swatch = f"{prefix}-{number}"
        check_id(swatch)
        colour = new.colour.upper()
        if colour in known:
            continue
        if swatch in taken:
            raise refusal("item_exists.swatch", swatch)
        known.add(colour)
        swatches.append(Swatch(id=swatch, name=new.name.strip(), colour=colour))
    if len(swatches) > MOST_SWATCHES:
        raise refusal("too_many.swatches", most=MOST_SWATCHES, count=len(swatches))
    return replace(sheet, swatches=tuple(swatches))


def _inked(drawing: Drawing, swatch: str, ink: Inking) -> Iterator[Item]:
    """The items that use a swatch, in other colours; locked ones follow, too."""
    items = drawing.items
    using = items.naming(swatch) if isinstance(items, Items) else items.values()
    for item in using:
        after = _in_colours(item, ink)
        if after != item:
            yield after


def _in_colours(item: Item, ink: Inking) -> Item:
    if isinstance(item, Painted):
        return replace(item, style=item.style.inked(ink))
    item = with_finish(item, finish_of(item).inked(ink))
    if isinstance(item, Symmetry) and item.second is not None:
        return replace(item, second=item.second.inked(ink))
    return item
