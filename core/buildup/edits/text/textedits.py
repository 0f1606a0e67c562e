"""Words: write some, say something else, set them otherwise, lay them along a line."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import ClassVar, Literal

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.itemtypes import Assembly, TextItem, TextOnPath
from buildup.drawing.model import Drawing
from buildup.drawing.paint import Style
from buildup.drawing.paintchecks import check_style
from buildup.drawing.text import (
    Align,
    AxisValue,
    Direction,
    FeatureValue,
    Lettering,
    Shaped,
)
from buildup.drawing.textchecks import check_lettering
from buildup.edits.change import Delta, placed
from buildup.edits.command import Command, Point
from buildup.edits.items.newitems import check_new
from buildup.edits.items.targets import open_items
from buildup.forms.contours import contours_along
from buildup.forms.itemchecks import check_along, check_radius, check_words
from buildup.forms.textlayout import (
    Path,
    bend_through,
    longest_row,
    paths_of,
)
from buildup.geometry.angles import dot
from buildup.geometry.tolerances import SMALLEST
from buildup.geometry.transforms import shift
from buildup.messages import refusal

Setting = Literal["size", "tracking", "leading", "radius", "start", "offset"]
Pulled = Literal["radius", "start", "offset"]
Said = TextItem | Assembly
"""What says something: words, and assemblies with words along what they hold."""
AT_START = 1e-6
"""Part of a closed path: so near to its end counts as its start."""
BEND = 1.0
"""Lengths of the longest line: the radius of an arc at first, which turns it by 57°."""


def lettering_of(item: Said) -> Lettering:
    """What an item says that says something."""
    if isinstance(item, TextItem):
        return item.lettering
    assert item.along  # noqa: S101
    return item.along.lettering


def with_lettering(item: Said, lettering: Lettering) -> Said:
    """An item that says something else, or otherwise.

    Raises:
        Refusal: as `check_lettering`.

    """
    check_lettering(lettering)
    if isinstance(item, TextItem):
        return replace(item, lettering=lettering)
    assert item.along  # noqa: S101
    return replace(item, result=replace(item.along, lettering=lettering))


def open_words(drawing: Drawing, ids: tuple[str, ...]) -> list[Said]:
    """Those of some items that say something.

    Raises:
        Refusal: as `open_items`; `no_text` where none does.

    """
    items = open_items(drawing, ids)
    found: list[Said] = [
        i for i in items if isinstance(i, TextItem) or (isinstance(i, Assembly) and i.along)
    ]
    if not found:
        raise refusal("no_text.item", items[0].id, name=items[0].name)
    return found


def name_of(text: str) -> str:
    """What words are called: what they say, as far as a name goes."""
    return " ".join(text.split())[:LONGEST_NAME] or "Text"


@dataclass(frozen=True, slots=True, kw_only=True)
class AddText(Command):
    """Writes words."""

    pointer_field: ClassVar[str] = "at"
    kind: Literal["add_text"] = "add_text"
    item: str
    """The id of the new words."""
    at: Point
    """Where their first line is aligned."""
    lettering: Lettering
    """What they say, and how."""
    style: Style = Style()
    """How they are painted."""
    container: str | None = None
    """The container they come to lie in; None: the front layer."""

    @property
    def name(self) -> str:
        return "Add text"

    def delta(self, drawing: Drawing) -> Delta:
        check_new(drawing, self.item)
        check_style(self.style)
        words = TextItem(
            id=self.item,
            name=name_of(self.lettering.text),
            style=self.style,
            lettering=self.lettering,
            place=shift(complex(*self.at)),
        )
        check_words(words)
        return placed(drawing, (words,), container=self.container)


@dataclass(frozen=True, slots=True, kw_only=True)
class TextContent:
    """What an item comes to say."""

    EARLIER_NAMES: ClassVar[Mapping[str, str]] = {"face": "font", "face_name": "font_name"}

    item: str
    """Which item."""
    text: str
    """What it says."""
    font: str
    """The key of the font."""
    font_name: str
    """What that is called."""
    kerning: bool
    """Pairs of letters stand as the font says."""
    ligatures: bool
    """So do letters that grow together."""
    shaped: Shaped
    """What it came to in that font."""
    axes: tuple[AxisValue, ...] = ()
    """Where on the axes of a variable font."""
    features: tuple[FeatureValue, ...] = ()
    """Which features of the font are set."""
    direction: Direction = "auto"
    """Its base direction."""


@dataclass(frozen=True, slots=True, kw_only=True)
class EditText(Command):
    """Says something else, or the same in another font."""

    merges_by: ClassVar[tuple[str, ...]] = ("items",)
    kind: Literal["edit_text"] = "edit_text"
    items: tuple[str, ...]
    """Which words, in the order of what they say."""
    texts: tuple[TextContent, ...]
    """What each says."""

    @property
    def name(self) -> str:
        return "Change text"

    def delta(self, drawing: Drawing) -> Delta:
        put = []
        words = {w.id: w for w in open_words(drawing, self.items)}
        for content in self.texts:
            item = words.get(content.item)
            if item is None:
                continue
            before = lettering_of(item)
            after = replace(
                before,
                text=content.text,
                font=content.font,
                font_name=content.font_name,
                kerning=content.kerning,
                ligatures=content.ligatures,
                shaped=content.shaped,
                axes=content.axes,
                features=content.features,
                direction=content.direction,
            )
            made = with_lettering(item, after)
            if item.name == name_of(before.text):
                made = replace(made, name=name_of(after.text))
            put.append(made)
        return Delta(put=tuple(put))


@dataclass(frozen=True, slots=True, kw_only=True)
class SetTextSetting(Command):
    """Sets a number of words."""

    merges_by: ClassVar[tuple[str, ...]] = ("items", "setting")
    kind: Literal["set_text_setting"] = "set_text_setting"
    items: tuple[str, ...]
    """Which words; those that have no such number stay as they are."""
    setting: Setting
    """Which number."""
    value: float
    """Its value: size, radius and offset in sheet units, tracking in thousandths of an em, leading
    in percent of the size, the start in percent of the line."""

    @property
    def name(self) -> str:
        return f"Change {CALLED[self.setting]}"

    def delta(self, drawing: Drawing) -> Delta:
        put = tuple(
            after
            for item in open_words(drawing, self.items)
            if (after := SETTINGS[self.setting](item, self.value)) is not None
        )
        if not put:
            raise refusal("no_text.setting", setting=CALLED[self.setting])
        return Delta(put=put)


def _sized(item: Said, value: float) -> Said:
    return with_lettering(item, replace(lettering_of(item), size=value))


def _tracked(item: Said, value: float) -> Said:
    return with_lettering(item, replace(lettering_of(item), tracking=value))


def _led(item: Said, value: float) -> Said:
    return with_lettering(item, replace(lettering_of(item), leading=value))


def _bent(item: Said, value: float) -> Said | None:
    if not isinstance(item, TextItem):
        return None
    bent = replace(item, radius=value)
    check_radius(bent)
    return bent


def _started(item: Said, value: float) -> Said | None:
    edge = path_of(item)
    return None if edge is None else with_path(item, replace(edge, start=value / 100.0))


def _off(item: Said, value: float) -> Said | None:
    edge = path_of(item)
    return None if edge is None else with_path(item, replace(edge, offset=value))


def path_of(item: Said) -> TextOnPath | None:
    """How words run along a line; None: they do not."""
    return item.along if isinstance(item, Assembly) else None


def with_path(item: Said, edge: TextOnPath) -> Said:
    """Text that runs along its path in another way, once that is checked."""
    check_along(edge)
    assert isinstance(item, Assembly)  # noqa: S101
    return replace(item, result=edge)


SETTINGS: Mapping[Setting, Callable[[Said, float], Said | None]] = {
    "size": _sized,
    "tracking": _tracked,
    "leading": _led,
    "radius": _bent,
    "start": _started,
    "offset": _off,
}
"""What a number does to words; None: they have none of that name."""
CALLED: Mapping[Setting, str] = {
    "size": "font size",
    "tracking": "tracking",
    "leading": "leading",
    "radius": "arc radius",
    "start": "start",
    "offset": "offset",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class DragText(Command):
    """Drags a peg of words: the end of their line, or where they stand on the one they follow."""

    kind: Literal["drag_text"] = "drag_text"
    item: str
    """Which words."""
    setting: Pulled
    """What the peg moves."""
    to: Point
    """Where it is dragged to."""

    @property
    def name(self) -> str:
        return f"Change {CALLED[self.setting]}"

    def delta(self, drawing: Drawing) -> Delta:
        (item,) = open_words(drawing, (self.item,))
        to = complex(*self.to)
        if isinstance(item, TextItem):
            radius = bend_through(item.place.inverse()(to), item.lettering)
            return Delta(put=(replace(item, radius=radius),))
        edge = path_of(item)
        assert edge is not None  # noqa: S101
        paths = paths_of(contours_along(drawing, item.id), backwards=edge.other_side)
        if not paths:
            raise refusal("no_line.text", item.id)
        path = paths[0]
        if self.setting == "start":
            return Delta(put=(with_path(item, replace(edge, start=share_of(path, to))),))
        ((at, heading),) = path.spots([edge.start * path.length])
        off = dot(to - at, -1j * heading) - edge.lettering.size
        off = 0.0 if abs(off) < SMALLEST else off
        return Delta(put=(with_path(item, replace(edge, offset=off)),))


def share_of(path: Path, position: complex) -> float:
    """How far along a path the place on it is that is nearest to another, from 0 to 1."""
    share = min(max(path.nearest(position) / path.length, 0.0), 1.0)
    return 0.0 if path.closed and share > 1.0 - AT_START else share


@dataclass(frozen=True, slots=True, kw_only=True)
class AlignText(Command):
    """Says which part of a line stands at the place that words have."""

    kind: Literal["align_text"] = "align_text"
    items: tuple[str, ...]
    """Which words."""
    align: Align
    """Their start, their middle or their end."""

    @property
    def name(self) -> str:
        return "Align text"

    def delta(self, drawing: Drawing) -> Delta:
        return Delta(put=tuple(aligned(i, self.align) for i in open_words(drawing, self.items)))


def aligned(item: Said, align: Align) -> Said:
    """Words that are aligned otherwise; straight ones stay where they are."""
    before = lettering_of(item)
    made = with_lettering(item, replace(before, align=align))
    if not isinstance(made, TextItem) or made.radius is not None:
        return made
    by = (before.begins - lettering_of(made).begins) * longest_row(before)
    return replace(made, place=made.place.after(shift(by + 0j)))
