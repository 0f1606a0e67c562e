"""How items are painted: colours, gradients, strokes, and how much of it shows.

Gradients run in coordinates of their own: a linear one from 0 to 1, a radial one from 0 to the
circle of radius 1 about it; a picture from 0 to 1 along both sides. A map lays them on the sheet,
so that any transform of an item is one of its paints, too (as `gradientTransform` of W3C SVG 2,
14.2).
"""

from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Literal

from buildup.contours.follows import Follows
from buildup.geometry.coordinates import Coordinates
from buildup.geometry.transforms import Affine

Cap = Literal["butt", "round", "square"]
Join = Literal["miter", "round", "bevel"]
Placing = Literal["centred", "inside", "outside"]
"""Where a stroke lies: across the outline, or on one side of it; on an open path it is centred."""
GradientKind = Literal["linear", "radial"]
CopiesPreview = Literal["pad", "reflect", "repeat"]
"""How a gradient goes on beyond its ends (SVG 2, 14.2.2)."""
Blend = Literal[
    "normal",
    "multiply",
    "screen",
    "overlay",
    "darken",
    "lighten",
    "color-dodge",
    "color-burn",
    "hard-light",
    "soft-light",
    "difference",
    "exclusion",
    "hue",
    "saturation",
    "color",
    "luminosity",
]
"""How something is mixed with what lies below it (W3C Compositing and Blending 1, 10)."""
MITER_LIMIT = 4.0
"""How many stroke widths a mitred corner reaches at the most; SVG's own (SVG 2, 13.5.5)."""


@dataclass(frozen=True, slots=True)
class Swatched:
    """The colour of a swatch of the drawing.

    Args:
        swatch: its id; elsewhere, where there is no such swatch, the colour stays.
        colour: `#RRGGBB`.

    """

    swatch: str
    colour: str


Colour = str | Swatched
"""A colour as `#RRGGBB`, by itself or that of a swatch."""


def hex_of(colour: Colour) -> str:
    """A colour as `#RRGGBB`."""
    return colour.colour if isinstance(colour, Swatched) else colour


@dataclass(frozen=True, slots=True)
class Stop:
    """A colour of a gradient.

    Args:
        at: where it lies, from 0 (the start, or the middle) to 1.
        colour: which.
        opacity: from 0 to 1.

    """

    at: float
    colour: Colour
    opacity: float = 1.0
    follows: Follows = ()


LEVEL = Affine(1 + 0j, 1j, 0.5j)
"""From the middle of the left side of a box to that of its right side."""
AROUND = Affine(0.5 + 0j, 0.5j, 0.5 + 0.5j)
"""From the middle of a box to its sides."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Gradient:
    """Colours that run into each other.

    Args:
        kind: along a line, or from a middle to a circle.
        stops: two at least, in their order.
        place: where it is laid.
        boxed: `place` is told in parts of the width and height of the box around the form, so that
            the gradient fits any form; else it is told on the sheet.
        focus: of a radial one, from where its colours spread, in its own coordinates: less than 1
            from 0.
        spread: how it goes on beyond its end.

    """

    kind: GradientKind = "linear"
    stops: tuple[Stop, ...]
    place: Affine = LEVEL
    boxed: bool = True
    focus: Coordinates = 0j
    spread: CopiesPreview = "pad"


@dataclass(frozen=True, slots=True, kw_only=True)
class PictureFill:
    """A picture inside a form, which crops it; beyond the picture nothing shows.

    Args:
        picture: its number, by which its bytes are found.
        width: pixels.
        height: pixels.
        place: where it is laid.
        boxed: as that of a gradient.

    """

    kind: Literal["picture"] = "picture"
    picture: int
    width: int
    height: int
    place: Affine = Affine()
    boxed: bool = True


LaidPaint = Gradient | PictureFill
"""Paint that a map lays on the sheet."""
Paint = Colour | LaidPaint
"""What something is painted with."""
PICTURE_COLOUR = "#808080"
"""What stands for a picture where only a colour can."""


def one_colour(paint: Paint) -> Colour:
    """The colour that stands for a paint: of a gradient its first one, of a picture grey."""
    if isinstance(paint, PictureFill):
        return PICTURE_COLOUR
    return paint.stops[0].colour if isinstance(paint, Gradient) else paint


@dataclass(frozen=True, slots=True)
class Stroke:
    """A stroke along the paths of a form.

    Args:
        paint: with what; None: nothing is drawn.
        width: sheet units.
        cap: how the ends of open paths and of dashes are.
        join: how corners are.
        miter_limit: how many widths a mitred corner may reach; beyond it is bevelled.
        dashes: lengths drawn and left out in turn, in sheet units; none: all is drawn.
        dash_from: sheet units; how far into the dashes a path begins.
        dash_fit: dashes are stretched a little between corners, so that each corner and each end
            has one about it.
        placing: where the stroke of closed paths lies.
        opacity: from 0 to 1.
        overprint: in print it leaves inks below it that it does not use itself (ISO 32000-1,
            8.6.7).

    """

    paint: Paint | None = "#1B2924"
    width: float = 2.0
    cap: Cap = "round"
    join: Join = "round"
    miter_limit: float = MITER_LIMIT
    dashes: tuple[float, ...] = ()
    dash_from: float = 0.0
    dash_fit: bool = False
    placing: Placing = "centred"
    opacity: float = 1.0
    overprint: bool = False
    follows: Follows = ()

    @property
    def is_seen(self) -> bool:
        """Whether it has a paint and a width."""
        return self.paint is not None and self.width > 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Blur:
    """All is blurred.

    Args:
        radius: sheet units, the standard deviation of the blur.

    """

    kind: Literal["blur"] = "blur"
    radius: float = 4.0
    follows: Follows = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Feather:
    """The edge fades inward.

    Args:
        radius: sheet units, about half of the width over which it fades.

    """

    kind: Literal["feather"] = "feather"
    radius: float = 4.0
    follows: Follows = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Shadow:
    """A shadow that is cast on what lies below.

    Args:
        by: how far it is moved, in sheet units.
        radius: as that of a blur.
        colour: which.
        opacity: from 0 to 1.

    """

    kind: Literal["shadow"] = "shadow"
    by: Coordinates = 4 + 4j
    radius: float = 4.0
    colour: Colour = "#1B2924"
    opacity: float = 0.45
    follows: Follows = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Glow:
    """Light around it.

    Args:
        radius: as that of a blur.
        colour: which.
        opacity: from 0 to 1.

    """

    kind: Literal["glow"] = "glow"
    radius: float = 6.0
    colour: Colour = "#FFD9A0"
    opacity: float = 0.9
    follows: Follows = ()


Effect = Blur | Feather | Shadow | Glow


@dataclass(frozen=True, slots=True)
class Finish:
    """Opacity, blend mode and effects, once something is painted.

    Args:
        opacity: from 0 (not to be seen) to 1.
        blend: how it is mixed with what lies below.
        effects: what is done to it before that, one after the other.

    """

    opacity: float = 1.0
    blend: Blend = "normal"
    effects: tuple[Effect, ...] = ()

    def inked(self, change: Callable[[Colour], Colour]) -> "Finish":
        """The same with each colour of its effects changed."""
        effects = (
            replace(e, colour=change(e.colour)) if isinstance(e, Shadow | Glow) else e
            for e in self.effects
        )
        return replace(self, effects=tuple(effects))


PLAIN = Finish()
"""Something shows as it is painted."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Style:
    """How an item is painted.

    Args:
        fill: with what its inside is; None: it is not.
        fill_opacity: from 0 to 1.
        fill_overprint: as that of a stroke.
        strokes: back to front.
        finish: how all of it shows.

    """

    fill: Paint | None = None
    fill_opacity: float = 1.0
    fill_overprint: bool = False
    strokes: tuple[Stroke, ...] = (Stroke(),)
    finish: Finish = PLAIN

    @property
    def shown(self) -> tuple[Stroke, ...]:
        """The strokes that have a paint and a width."""
        return tuple(s for s in self.strokes if s.is_seen)

    @property
    def is_seen(self) -> bool:
        """Whether it has a fill, or a stroke that shows."""
        return self.fill is not None or bool(self.shown)

    def painted(self, change: Callable[[Paint], Paint]) -> "Style":
        """The style with each of its paints changed."""
        fill = None if self.fill is None else change(self.fill)
        strokes = tuple(
            s if s.paint is None else replace(s, paint=change(s.paint)) for s in self.strokes
        )
        return replace(self, fill=fill, strokes=strokes)

    def inked(self, change: Callable[[Colour], Colour]) -> "Style":
        """The style with each of its colours changed, those of gradients and effects, too."""

        def paint(old: Paint) -> Paint:
            if isinstance(old, PictureFill):
                return old
            if not isinstance(old, Gradient):
                return change(old)
            return replace(old, stops=tuple(replace(s, colour=change(s.colour)) for s in old.stops))

        return replace(self.painted(paint), finish=self.finish.inked(change))

    @property
    def colours(self) -> tuple[Colour, ...]:
        """All its colours, those of gradients and effects, too."""
        found: list[Colour] = []

        def note(colour: Colour) -> Colour:
            found.append(colour)
            return colour

        self.inked(note)
        return tuple(found)

    @property
    def paints(self) -> tuple[Paint, ...]:
        """All that it is painted with, the fill first."""
        found = (self.fill, *(s.paint for s in self.strokes))
        return tuple(p for p in found if p is not None)


def is_laid(style: Style) -> bool:
    """Whether any of its paints is laid by a map."""
    return any(isinstance(p, LaidPaint) for p in style.paints)


def pictures_in(style: Style) -> frozenset[int]:
    """The numbers of the pictures that it shows."""
    return frozenset(p.picture for p in style.paints if isinstance(p, PictureFill))
