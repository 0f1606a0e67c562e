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
    Shadow,
    Stroke,
    Style,
    Swatched,
    hex_of,
)
from buildup.errors import Refusal
from buildup.geometry.dashes import check_dashes
from buildup.geometry.tolerances import NO_LENGTH

FARTHEST_FOCUS = 0.99
"""Parts of the radius: at the circle itself a radial gradient is undefined (SVG 2, 14.2.3)."""


def check_style(style: Style) -> None:
    """Refuses what cannot be painted.

    Raises:
        Refusal: `bad_colour`, `bad_gradient`, `bad_opacity`, `bad_stroke`, `bad_dashes`,
            `bad_effect`.

    """
    check_paint(style.fill)
    check_opacity(style.fill_opacity)
    if len(style.strokes) > MOST_STROKES:
        raise Refusal(
            "bad_stroke",
            f"An item has up to {MOST_STROKES} strokes. Nothing was changed; remove one first.",
        )
    for stroke in style.strokes:
        _check_stroke(stroke)
    check_finish(style.finish)


def check_finish(finish: Finish) -> None:
    """Refuses an opacity and effects that cannot be shown."""
    check_opacity(finish.opacity)
    if len(finish.effects) > MOST_EFFECTS:
        raise Refusal(
            "bad_effect",
            f"An item has up to {MOST_EFFECTS} effects. Nothing was changed; remove one first.",
        )
    for effect in finish.effects:
        _check_effect(effect)


def check_opacity(*opacities: float) -> None:
    """Refuses what is not from 0 to 1."""
    if not all(0.0 <= o <= 1.0 for o in opacities):
        raise Refusal("bad_opacity", "An opacity can be from 0 to 100 %. The old one was kept.")


def check_paint(paint: Paint | None) -> None:
    """Refuses a colour that is none, and a gradient that cannot be painted."""
    if not isinstance(paint, Gradient):
        _check_colours(() if paint is None else (paint,))
        return
    if len(paint.stops) < 2:
        raise Refusal(
            "bad_gradient",
            "A gradient needs two colours at least. Nothing was changed; take a plain colour "
            "instead of it.",
        )
    if len(paint.stops) > MOST_STOPS:
        raise Refusal(
            "bad_gradient",
            f"A gradient has up to {MOST_STOPS} colours; this would be {len(paint.stops):,}. "
            "Nothing was changed.",
        )
    _check_colours(s.colour for s in paint.stops)
    check_opacity(*(s.opacity for s in paint.stops))
    places = [s.at for s in paint.stops]
    check_numbers(*places)
    if places != sorted(places) or not 0.0 <= places[0] <= places[-1] <= 1.0:
        raise Refusal(
            "bad_gradient",
            "The colours of a gradient lie one after the other, from 0 to 100 %. Nothing was "
            "changed.",
        )
    if abs(paint.place.across) <= NO_LENGTH or abs(paint.place.determinant) <= NO_LENGTH**2:
        raise Refusal(
            "bad_gradient",
            "A gradient cannot begin where it ends. Nothing was changed; pull its ends apart.",
        )
    if not abs(paint.focus) <= FARTHEST_FOCUS:
        raise Refusal(
            "bad_gradient",
            "The focus of a gradient lies inside its circle. Nothing was changed.",
        )


def _check_stroke(stroke: Stroke) -> None:
    check_paint(stroke.paint)
    check_opacity(stroke.opacity)
    if not 0.0 <= stroke.width <= WIDEST_STROKE:
        raise Refusal(
            "bad_stroke",
            "A stroke can be from 0 to 10,000 px wide. The old width was kept.",
        )
    check_miter(stroke.miter_limit)
    check_numbers(stroke.dash_from, *stroke.dashes)
    if len(stroke.dashes) > MOST_DASHES:
        raise Refusal(
            "bad_dashes",
            f"Dashes take up to {MOST_DASHES} lengths; these are {len(stroke.dashes)}. The old "
            "ones were kept.",
        )
    if stroke.dashes:
        check_dashes(stroke.dashes)


def _check_effect(effect: Effect) -> None:
    if not 0.0 <= effect.radius <= WIDEST_EFFECT:
        raise Refusal(
            "bad_effect",
            f"A {effect.kind} can reach from 0 to {WIDEST_EFFECT:,.0f} px (26 cm). The old one was "
            "kept.",
        )
    if isinstance(effect, Shadow) and not abs(effect.by) <= WIDEST_EFFECT:
        raise Refusal(
            "bad_effect",
            f"A shadow falls up to {WIDEST_EFFECT:,.0f} px (26 cm) away. The old one was kept.",
        )
    if effect.kind in ("shadow", "glow"):
        check_opacity(effect.opacity)
        _check_colours((effect.colour,))


def _check_colours(colours: Iterable[Colour]) -> None:
    for colour in colours:
        check_colour(hex_of(colour))
        if isinstance(colour, Swatched):
            check_id(colour.swatch)
