"""Pictures of a document (W3C SVG 2, 12.3, `image`) as rectangles that they fill."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from buildup.drawing.itemtypes import AnyLeaf, Outline, Shape
from buildup.drawing.laying import map_of_box
from buildup.drawing.paint import Finish, PictureFill, Style
from buildup.drawing.paintchecks import MOST_SIDE
from buildup.formats.picturefacts import PictureFacts, embedded, facts_of
from buildup.formats.svg.appearance.svgcut import EDGE, Cut
from buildup.formats.svg.svgforms import FORMS
from buildup.formats.svg.svglevel import Level, called_of
from buildup.formats.svg.svgstyles import Attributes
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import read_length
from buildup.formats.svg.svgviews import laid_in
from buildup.formats.svg.svgwalk import Walk
from buildup.forms.contours import item_contours
from buildup.forms.placement import ItemMap, moved_item
from buildup.forms.seen import painted_box
from buildup.geometry.boxes import Box
from buildup.geometry.tolerances import NO_LENGTH
from buildup.geometry.transforms import Affine, shift

MOST_PICTURES = 200
"""Different ones in a document."""
PICTURE_ID = "picture-"
"""What the id of a picture begins with that was sent out here; its number follows."""
UNKNOWN = "pictures that are not PNG, JPEG or WebP"
LINKED = "pictures in other files"


@dataclass(slots=True)
class Images:
    """The pictures of a document while it is read.

    Args:
        walk: the document.
        held: the bytes of each, by the number that its paint names.

    """

    walk: Walk
    held: dict[int, bytes] = field(default_factory=dict)
    _known: dict[str, tuple[int, PictureFacts]] = field(default_factory=dict)

    def draw(
        self,
        element: Element,
        level: Level,
        attributes: Attributes,
        finish: Finish,
    ) -> None:
        """An element `image`.

        Args:
            element: which.
            level: where it lies.
            attributes: with what style sheets say of it.
            finish: its opacity, blend mode and effects, on the sheet.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        if level.is_hidden or level.is_flat or level.clipping:
            return
        known = self._picture(element.reference)
        if known is None:
            return
        number, facts = known
        made = _placed(level.lengths.plain(attributes), facts, number)
        if made is None:
            return
        label = called_of(element.attributes, "Picture")
        name = "Picture" if label.startswith(PICTURE_ID) else label
        made = moved_item(replace(made, name=name), ItemMap(level.place))
        made = replace(made, style=replace(made.style, finish=finish))
        made, cuts = cropped(made, level.cuts)
        self.walk.made.keep(made, name, into=level.group, cuts=cuts)

    def _picture(self, address: str) -> tuple[int, PictureFacts] | None:
        """The number and the size of a picture; what it is not is counted."""
        if not address:
            return None
        known = self._known.get(address)
        if known is not None:
            return known
        if not address.lower().startswith("data:"):
            self.walk.leave(LINKED)
            return None
        data = embedded(address)
        facts = None if data is None else facts_of(data)
        if data is None or facts is None or max(facts.width, facts.height) > MOST_SIDE:
            self.walk.leave(UNKNOWN)
            return None
        if len(self._known) >= MOST_PICTURES:
            self.walk.leave(f"pictures beyond the first {MOST_PICTURES}")
            return None
        number = len(self._known) + 1
        self.held[number] = data
        self._known[address] = (number, facts)
        return number, facts


def _placed(attributes: Mapping[str, str], facts: PictureFacts, number: int) -> AnyLeaf | None:
    """A rectangle with a picture in it, as large as it shows; its place in parts of itself."""
    size = _size(attributes, facts)
    if size is None:
        return None
    view = f"0 0 {facts.width} {facts.height}"
    laid = laid_in({**attributes, "viewBox": view}, size)
    pixels = complex(facts.width, facts.height)
    around = Box.around((laid(0j), laid(pixels)))
    shown = around.common(Box(0.0, 0.0, size.real, size.imag))
    if shown is None or min(shown.width, shown.height) <= NO_LENGTH:
        return None
    at = complex(read_length(attributes.get("x")), read_length(attributes.get("y")))
    values = (at.real + shown.left, at.imag + shown.top, shown.width, shown.height)
    names = ("x", "y", "width", "height")
    made = FORMS["rect"](dict(zip(names, map(repr, values), strict=True)))
    if made is None:
        return None
    position = shift(at).after(map_of_box(around))
    paint = PictureFill(
        picture=number, width=facts.width, height=facts.height, place=position, boxed=False
    )
    return replace(made, style=Style(fill=paint, strokes=()))


def _size(attributes: Mapping[str, str], facts: PictureFacts) -> complex | None:
    """How large it says it is; what is not told follows the picture's proportion."""
    size = (read_length(attributes.get(n), otherwise=math.nan) for n in ("width", "height"))
    width, height = size
    if math.isnan(width) and math.isnan(height):
        return complex(facts.width, facts.height)
    if math.isnan(width):
        width = height * facts.width / facts.height
    if math.isnan(height):
        height = width * facts.height / facts.width
    return complex(width, height) if min(width, height) > 0.0 else None


def cropped(item: AnyLeaf, cuts: tuple[Cut, ...]) -> tuple[AnyLeaf, tuple[Cut, ...]]:
    """A picture as the form that crops it, where one does that and lies all on the picture."""
    paint = item.style.fill
    cuts = tuple(c for c in cuts if not c.holds(item))
    if len(cuts) != 1 or len(cuts[0].clip.items) != 1 or not isinstance(paint, PictureFill):
        return item, cuts
    form = cuts[0].clip.items[0]
    if not isinstance(form, Outline | Shape) or not _covers(paint.place, form):
        return item, cuts
    style = replace(item.style, fill=paint)
    return replace(form, id=item.id, name=item.name, style=style), ()


def _covers(place: Affine, form: AnyLeaf) -> bool:
    contours = item_contours(form)
    if not contours or place.determinant == 0.0:
        return False
    back = place.inverse()
    corners = painted_box(contours, Style(strokes=())).corners
    whole = Box(-EDGE, -EDGE, 1.0 + EDGE, 1.0 + EDGE)
    return whole.holds(Box.around(map(back, corners)))


def sent_out_here(root: Element) -> dict[int, bytes]:
    """The pictures of a drawing that was sent out here, by the numbers that they had there."""
    found: dict[int, bytes] = {}
    for element in root.below():
        number = element.attributes.get("id", "").removeprefix(PICTURE_ID)
        if element.name == "image" and number.isdecimal() and len(number) < 19:
            data = embedded(element.reference)
            if data is not None and facts_of(data) is not None:
                found[int(number)] = data
    return found
