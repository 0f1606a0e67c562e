"""What effects come to as SVG filters (W3C Filter Effects 1), on the canvas and in files alike."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from buildup.drawing.numerals import short
from buildup.drawing.paint import Blur, Effect, Feather, Glow, Shadow, hex_of
from buildup.geometry.boxes import Box
from buildup.geometry.transforms import Affine

REACH = 3.0
"""Standard deviations after which nothing of a blur shows: less than 0.3 % of it lie beyond."""
FADES_IN = "1 0 0 0 0  0 1 0 0 0  0 0 1 0 0  0 0 0 2 -1"
"""Of a blurred edge only what lies inside is left: at the edge itself half of it shows, and now
nothing."""
BRIGHTER = "1 0 0 0 0  0 1 0 0 0  0 0 1 0 0  0 0 0 2 0"
"""A glow is twice as dense as a shadow, so that it is full at the edge."""


@dataclass(frozen=True, slots=True, kw_only=True)
class FilterStep:
    """A primitive of a filter.

    Args:
        name: of the element.
        attributes: by their names, as text.

    """

    name: str
    attributes: tuple[tuple[str, str], ...]


def filter_steps(effects: Sequence[Effect]) -> tuple[FilterStep, ...]:
    """The primitives that make effects, one after the other."""
    steps: list[FilterStep] = []
    source = "SourceGraphic"
    for number, effect in enumerate(effects):
        done = f"e{number}"
        steps += _steps(effect, source, done)
        source = done
    return tuple(steps)


def casts_only(effects: Sequence[Effect]) -> bool:
    """Whether effects only lay something below what they are done to, which stays as it is."""
    return all(isinstance(e, Shadow | Glow) for e in effects)


def cast_steps(effects: Sequence[Effect]) -> tuple[FilterStep, ...]:
    """The primitives that make what such effects lay below something, without it.

    >>> [s.name for s in cast_steps((Glow(),))][-2:]
    ['feComposite', 'feOffset']
    """
    steps = list(filter_steps(effects))
    below = "e0l"
    for number in range(1, len(effects)):
        steps.append(_step("feComposite", below, f"u{number}", in2=f"e{number}l", operator="over"))
        below = f"u{number}"
    return (*steps, _step("feOffset", below, "cast", dx="0", dy="0"))


def reach_of(effects: Sequence[Effect], box: Box) -> Box:
    """The box in which effects are worked out on what lies in a box, and all of it shows.

    Feathering shows nothing outside, but blurs are made in steps, which need room to all sides.
    """
    for effect in effects:
        grown = box.grown(effect.radius * REACH)
        if isinstance(effect, Shadow):
            x, y = effect.by.real, effect.by.imag
            moved = Box(grown.left + x, grown.top + y, grown.right + x, grown.bottom + y)
            grown = Box.union((box, moved))
        box = grown
    return box


def mirrored_effect(effect: Effect, by: Affine) -> Effect:
    """An effect in an image of a symmetry, where a shadow falls the other way, too."""
    return replace(effect, by=by.vector(effect.by)) if isinstance(effect, Shadow) else effect


def _steps(effect: Effect, source: str, done: str) -> list[FilterStep]:
    match effect:
        case Blur():
            return [_blur(source, done, effect.radius)]
        case Feather():
            inner = _step("feColorMatrix", f"{done}b", f"{done}i", type="matrix", values=FADES_IN)
            alone = _step("feComposite", source, done, in2=f"{done}i", operator="in")
            return [_blur(source, f"{done}b", effect.radius), inner, alone]
        case Shadow():
            dx, dy = short(effect.by.real), short(effect.by.imag)
            moved = _step("feOffset", source, f"{done}m", dx=dx, dy=dy)
            blurred = _blur(f"{done}m", f"{done}b", effect.radius)
            return [moved, blurred, *_below(effect, source, f"{done}b", done)]
        case Glow():
            bright = _step("feColorMatrix", f"{done}b", f"{done}m", type="matrix", values=BRIGHTER)
            blurred = _blur(source, f"{done}b", effect.radius)
            return [blurred, bright, *_below(effect, source, f"{done}m", done)]


def _below(effect: Shadow | Glow, source: str, light: str, done: str) -> list[FilterStep]:
    """Colour where something is, laid below what casts it."""
    colour = (("flood-color", hex_of(effect.colour)), ("flood-opacity", short(effect.opacity)))
    return [
        FilterStep(name="feFlood", attributes=(*colour, ("result", f"{done}c"))),
        _step("feComposite", f"{done}c", f"{done}l", in2=light, operator="in"),
        _step("feComposite", source, done, in2=f"{done}l", operator="over"),
    ]


def _blur(source: str, result: str, radius: float) -> FilterStep:
    return _step("feGaussianBlur", source, result, stdDeviation=short(radius))


def _step(name: str, source: str, result: str, **attributes: str) -> FilterStep:
    every = (("in", source), *attributes.items(), ("result", result))
    return FilterStep(name=name, attributes=every)
