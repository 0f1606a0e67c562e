"""What is always wrong with paint: colours, gradients, strokes, effects that nothing draws."""

from collections.abc import Iterable

from buildup.drawing.checks import (
    MOST_DASHES,
    MOST_EFFECTS,
    MOST_STOPS,
    MOST_STROKES,
    WIDEST_EFFECT,
    WIDEST_STROKE,
    check_colour,
    check_id,
    check_miter,
    check_numbers,
)
from buildup.drawing.paint import (
    Colour,
    Effect,
    Finish,
    Gradient,
    Paint,
    PictureFill,
    Shadow,
    Stroke,
    Style,
    Swatched,
    hex_of,
)
from buildup.geometry.strokes.dashes import check_dashes
from buildup.geometry.tolerances import NO_LENGTH
from buildup.messages import refusal

MOST_SIDE = 100_000
"""Pixels of a picture."""
FARTHEST_FOCUS = 0.99
"""Parts of the radius: at the circle itself a radial gradient is undefined (SVG 2, 14.2.3)."""


def check_style(style: Style) -> None:
    """Refuses what cannot be painted.

    Raises:
        Refusal: `bad_colour`, `bad_gradient`, `bad_picture`, `bad_opacity`, `bad_stroke`,
            `bad_dashes`, `bad_effect`.

    """
    check_paint(style.fill)
    check_opacity(style.fill_opacity)
    if len(style.strokes) > MOST_STROKES:
        raise refusal("bad_stroke.many", most=MOST_STROKES)
    for stroke in style.strokes:
        _check_stroke(stroke)
    check_finish(style.finish)


def check_finish(finish: Finish) -> None:
    """Refuses an opacity and effects that cannot be shown."""
    check_opacity(finish.opacity)
    if len(finish.effects) > MOST_EFFECTS:
        raise refusal("bad_effect.many", most=MOST_EFFECTS)
    for effect in finish.effects:
        _check_effect(effect)


def check_opacity(*opacities: float) -> None:
    """Refuses what is not from 0 to 1."""
    if not all(0.0 <= o <= 1.0 for o in opacities):
        raise refusal("bad_opacity")


def check_paint(paint: Paint | None) -> None:
    """Refuses a colour that is none, and a gradient or a picture that cannot be painted."""
    if isinstance(paint, PictureFill):
        _check_picture(paint)
        return
    if not isinstance(paint, Gradient):
        _check_colours(() if paint is None else (paint,))
        return
    if len(paint.stops) < 2:
        raise refusal("bad_gradient.few")
    if len(paint.stops) > MOST_STOPS:
        raise refusal("bad_gradient.many", most=MOST_STOPS, count=len(paint.stops))
    _check_colours(s.colour for s in paint.stops)
    check_opacity(*(s.opacity for s in paint.stops))
    positions = [s.at for s in paint.stops]
    check_numbers(*positions)
    if positions != sorted(positions) or not 0.0 <= positions[0] <= positions[-1] <= 1.0:
        raise refusal("bad_gradient.order")
    if abs(paint.place.across) <= NO_LENGTH or abs(paint.place.determinant) <= NO_LENGTH**2:
        raise refusal("bad_gradient.length")
    if not abs(paint.focus) <= FARTHEST_FOCUS:
        raise refusal("bad_gradient.focus")


def _check_picture(paint: PictureFill) -> None:
    if paint.picture < 1 or not all(1 <= side <= MOST_SIDE for side in (paint.width, paint.height)):
        raise refusal("bad_picture.unknown")
    if abs(paint.place.across) <= NO_LENGTH or abs(paint.place.determinant) <= NO_LENGTH**2:
        raise refusal("bad_picture.flat")


def _check_stroke(stroke: Stroke) -> None:
    if isinstance(stroke.paint, PictureFill):
        raise refusal("bad_picture.stroke")
    check_paint(stroke.paint)
    check_opacity(stroke.opacity)
    if not 0.0 <= stroke.width <= WIDEST_STROKE:
        raise refusal("bad_stroke.width")
    check_miter(stroke.miter_limit)
    check_numbers(stroke.dash_from, *stroke.dashes)
    if len(stroke.dashes) > MOST_DASHES:
        raise refusal("bad_dashes.many", most=MOST_DASHES, count=len(stroke.dashes))
    if stroke.dashes:
        check_dashes(stroke.dashes)


def _check_effect(effect: Effect) -> None:
    if not 0.0 <= effect.radius <= WIDEST_EFFECT:
        raise refusal("bad_effect.radius", effect=effect.kind, most=WIDEST_EFFECT)
    if isinstance(effect, Shadow) and not abs(effect.by) <= WIDEST_EFFECT:
        raise refusal("bad_effect.offset", most=WIDEST_EFFECT)
    if effect.kind in ("shadow", "glow"):
        check_opacity(effect.opacity)
        _check_colours((effect.colour,))


def _check_colours(colours: Iterable[Colour]) -> None:
    for colour in colours:
        check_colour(hex_of(colour))
        if isinstance(colour, Swatched):
            check_id(colour.swatch)
