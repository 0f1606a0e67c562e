"""What the demo's drawings are made with: millimetres, colours, and a list of commands."""

from collections.abc import Sequence
from dataclasses import dataclass, field

from buildup.contours.anchors import Anchor, AnchorKind, Contour
from buildup.drawing.itemtypes import FillRule, Pattern, Role
from buildup.drawing.model import FIRST_LAYER
from buildup.drawing.paint import (
    AROUND,
    Gradient,
    Paint,
    Shadow,
    Stop,
    Stroke,
    Style,
    Swatched,
)
from buildup.drawing.sheet import NamedColour, Sheet
from buildup.drawing.text import Lettering
from buildup.edits.assemblies.combining import Assemble
from buildup.edits.assemblies.outlining import OffsetItems
from buildup.edits.command import Command
from buildup.edits.items.containers import AddLayer, GroupItems
from buildup.edits.items.ordering import RenameItem
from buildup.edits.outlines.drawoutline import AddOutline
from buildup.edits.paint.styling import SetEffects, SetFill, SetStroke, SetStrokeWidth
from buildup.edits.paint.swatches import AddSwatches
from buildup.edits.shapes.shaping import DrawShape
from buildup.edits.symmetry.symmetries import MakeSymmetry
from buildup.edits.text.textedits import AddText, SetTextSetting
from buildup.edits.text.textlines import BendText
from buildup.forms.symmetry.axes import Axis
from buildup.geometry.transforms import Affine
from buildup.shapes.registry import shape_kind
from fonts.shaping import shaped
from fonts.shipped import FACES, typeface

MM = 96 / 25.4
INK, TEAL, EMBER = "#1B2924", "#0C6B65", "#C2410C"
SPRUCE, MAPLE, WALNUT, PAPER = "#E7D8BF", "#D9B382", "#6B4A33", "#FBF7EE"


def pen(
    width: float = 0.7,
    *,
    fill: Paint | None = None,
    stroke: Paint | None = INK,
    dashes: tuple[float, ...] = (),
) -> Style:
    """A style; the width and the dashes in millimetres."""
    lengths = tuple(round(d * MM, 3) for d in dashes)
    drawn = Stroke(paint=stroke, width=round(width * MM, 3), dashes=lengths)
    return Style(fill=fill, strokes=(drawn,))


def burst(*colours: tuple[float, str]) -> Gradient:
    """Colours from the middle of a form to its rim."""
    return Gradient(kind="radial", stops=_stops(colours), place=AROUND)


def sheen(*colours: tuple[float, str]) -> Gradient:
    """Colours from the upper left of a form to its lower right."""
    return Gradient(stops=_stops(colours), place=Affine(1 + 1j, -1 + 1j, 0j))


def _stops(colours: Sequence[tuple[float, str]]) -> tuple[Stop, ...]:
    return tuple(Stop(at, colour) for at, colour in colours)


@dataclass
class Hand:
    """Collects the commands of one drawing; lengths are millimetres."""

    name: str
    width: float
    height: float
    commands: list[Command] = field(default_factory=list)
    into: str | None = None
    """The layer that is drawn in; None: the first one."""

    @property
    def sheet(self) -> Sheet:
        """The drawing's sheet."""
        return Sheet(width=self.width * MM, height=self.height * MM)

    def _id(self) -> str:
        return f"{self.name.lower().replace(' ', '-')}-{len(self.commands) + 1}"

    def layer(self, called: str) -> str:
        """A layer in front of the others, which is drawn in from now on."""
        self.into = self._id()
        self.commands.append(AddLayer(layer=self.into, called=called))
        return self.into

    def first_layer(self, called: str) -> None:
        """Names the layer that every drawing begins with."""
        self.commands.append(RenameItem(item=FIRST_LAYER, called=called))

    def group(self, called: str, *items: str) -> str:
        """A group of some items."""
        group = self._id()
        self.commands.append(GroupItems(items=items, group=group, called=called))
        return group

    def assembly(self, called: str, *items: str, operation: Role = "difference") -> str:
        """An assembly of some items, painted as the backmost of them."""
        assembly = self._id()
        self.commands.append(
            Assemble(items=items, assembly=assembly, operation=operation, called=called)
        )
        return assembly

    def offset(self, called: str, item: str, distance: float, style: Style) -> str:
        """An item with an offset beside it that follows it; below 0 inside it; millimetres."""
        self.commands.append(OffsetItems(items=(item,), distance=distance * MM, live=True))
        around = f"{item}-1"
        self.commands += [
            RenameItem(item=around, called=called),
            SetFill(items=(around,), colour=style.fill),
            SetStroke(items=(around,), colour=style.strokes[0].paint),
            SetStrokeWidth(items=(around,), width=style.strokes[0].width),
        ]
        return around

    def shadow(self, item: str, by: complex, radius: float) -> None:
        """A shadow of an item; millimetres."""
        cast = Shadow(by=by * MM, radius=radius * MM, opacity=0.35)
        self.commands.append(SetEffects(items=(item,), effects=(cast,)))

    def swatches(self, **colours: str) -> list[Swatched]:
        """Swatches by their names."""
        named = tuple(NamedColour(name=n.capitalize(), colour=c) for n, c in colours.items())
        self.commands.append(AddSwatches(prefix="workshop", colours=named))
        return [Swatched(f"workshop-{k}", c.colour) for k, c in enumerate(named)]

    def symmetry(
        self,
        called: str,
        *items: str,
        centre: complex,
        span: float,
        pattern: Pattern = "mirror",
        count: int = 6,
    ) -> str:
        """A symmetry of some items, about an upright line through a place in millimetres."""
        symmetry = self._id()
        position = centre * MM
        axis = Axis(centre=(position.real, position.imag), count=count, span=span * MM)
        self.commands.append(
            MakeSymmetry(items=items, symmetry=symmetry, pattern=pattern, axis=axis, called=called)
        )
        return symmetry

    def shape(
        self, kind: str, called: str, centre: complex, size: complex, style: Style, **dials: float
    ) -> str:
        """A shape about a middle; lengths of dials in millimetres, other dials as they are."""
        item = self._id()
        start, to = (centre - size / 2) * MM, (centre + size / 2) * MM
        lengths = {d.name for d in shape_kind(kind).dials if d.unit == "length"}
        if dials.get("radius_in"):
            lengths.clear()
        self.commands.append(
            DrawShape(
                item=item,
                shape=kind,
                start=(start.real, start.imag),
                to=(to.real, to.imag),
                called=called,
                dials={n: v * MM if n in lengths else v for n, v in dials.items()},
                style=style,
                container=self.into,
            )
        )
        return item

    def words(
        self,
        text: str,
        at: complex,
        size: float,
        style: Style,
        *,
        font: str,
        tracking: float = 0.0,
        radius: float | None = None,
    ) -> str:
        """Words about the middle of their line, on an arc where a radius is said; millimetres."""
        item = self._id()
        lettering = Lettering(
            text=text,
            font=font,
            font_name=FACES[font].name,
            shaped=shaped(typeface(font), text),
            size=size * MM,
            tracking=tracking,
            align="middle",
        )
        position = at * MM
        self.commands.append(
            AddText(
                item=item,
                at=(position.real, position.imag),
                lettering=lettering,
                style=style,
                container=self.into,
            )
        )
        if radius is not None:
            self.commands += [
                BendText(items=(item,), bent=True),
                SetTextSetting(items=(item,), setting="radius", value=radius * MM),
            ]
        return item

    def outline(
        self, called: str, contours: Sequence[Contour], style: Style, rule: FillRule = "nonzero"
    ) -> str:
        """An outline of contours that are already in sheet units."""
        item = self._id()
        self.commands.append(
            AddOutline(
                item=item,
                called=called,
                contours=tuple(contours),
                style=style,
                rule=rule,
                container=self.into,
            )
        )
        return item


def knot(
    at: complex,
    into: complex | None = None,
    out: complex | None = None,
    kind: AnchorKind = "corner",
) -> Anchor:
    """An anchor given in millimetres."""
    return Anchor(
        at * MM,
        None if into is None else into * MM,
        None if out is None else out * MM,
        kind,
    )


def smooth(at: complex, direction: complex, before: float, after: float) -> Anchor:
    """A smooth anchor in millimetres, its handles along a direction."""
    unit = direction / abs(direction)
    return knot(at, -unit * before, unit * after, "symmetric" if before == after else "smooth")


def moved(contour: Contour, by: complex, scale: float = 1.0) -> Contour:
    """A contour scaled about the origin and then moved, in millimetres."""
    anchors = tuple(
        Anchor(
            a.at * scale + by * MM,
            None if a.into is None else a.into * scale,
            None if a.out is None else a.out * scale,
            a.kind,
        )
        for a in contour.anchors
    )
    return Contour(anchors, contour.closed)


def both_halves(right: Sequence[Anchor]) -> Contour:
    """A closed contour from its right half (top to bottom, both on the line x = 0)."""
    left = [flipped(a) for a in reversed(right[1:-1])]
    return Contour((*right, *left), closed=True)


def flipped(anchor: Anchor) -> Anchor:
    """The anchor mirrored left to right, its handles changing sides."""

    def flip(z: complex | None) -> complex | None:
        return None if z is None else complex(-z.real, z.imag)

    at = complex(-anchor.at.real, anchor.at.imag)
    return Anchor(at, flip(anchor.out), flip(anchor.into), anchor.kind)
