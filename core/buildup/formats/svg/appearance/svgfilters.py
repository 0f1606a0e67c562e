"""Filters of SVG documents (W3C Filter Effects 1) that are effects here: blurs, shadows, glows.

The primitives of a filter are put together to what its last one shows; what that comes to is
told from its form. Everything else is no effect of ours.
"""

from collections.abc import Mapping
from dataclasses import dataclass, replace

from buildup.contours.pathreader import numbers
from buildup.drawing.checks import WIDEST_EFFECT
from buildup.drawing.paint import Blur, Effect, Feather, Glow, Shadow
from buildup.formats.csscolours import read_faint_colour
from buildup.formats.svg.svgstyles import Styles
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import LONGEST_VALUE, read_length
from buildup.forms.strokes.filters import BRIGHTER, FADES_IN

MOST_STEPS = 40
_INERT = frozenset({"feFuncR", "feFuncG", "feFuncB", "feFuncA", "title", "desc"})


class _Unknown(Exception):  # a filter that is no effect of ours is no error
    """A primitive, or what it is done to, is none that is known."""


@dataclass(frozen=True, slots=True)
class _Seen:
    """Something as it is painted, with effects.

    Args:
        effects: what was done to it; None: it is not the thing itself that shows.

    """

    effects: tuple[Effect, ...]


@dataclass(frozen=True, slots=True)
class _Light:
    """What is cast by something: its form, moved and blurred, in one colour or in its own.

    Args:
        by: how far it is moved.
        radius: by which it is blurred.
        colour: which; empty for its own.
        opacity: from 0 to 1.
        bright: it is twice as dense as a blur makes it.
        fades: only what lies inside is left of it.

    """

    by: complex = 0j
    radius: float = 0.0
    colour: str = ""
    opacity: float = 1.0
    bright: bool = False
    fades: bool = False


@dataclass(frozen=True, slots=True)
class _Flood:
    """A colour everywhere."""

    colour: str
    opacity: float


_Image = _Seen | _Light | _Flood
_NOTHING = _Flood("#000000", 0.0)


def read_effects(element: Element, styles: Styles) -> tuple[Effect, ...] | None:
    """The effects that a filter comes to, one after the other; None: it is none of ours."""
    steps = [c for c in element.children if c.name not in _INERT]
    if element.attributes.get("primitiveUnits") == "objectBoundingBox" or len(steps) > MOST_STEPS:
        return None
    known: dict[str, _Image] = {
        "SourceGraphic": _Seen(()),
        "SourceAlpha": _Light(colour="#000000"),
        "BackgroundImageFix": _NOTHING,
    }
    last: _Image = _Seen(())
    try:
        for step in steps:
            last = _step(step, known, last, styles)
            if step.attributes.get("result"):
                known[step.attributes["result"]] = last
        if isinstance(last, _Light) and not last.colour and last == _Light(radius=last.radius):
            last = _Seen((Blur(radius=last.radius),))
    except _Unknown:
        return None
    if not isinstance(last, _Seen) or any(e.radius > WIDEST_EFFECT for e in last.effects):
        return None
    return last.effects


def _step(step: Element, known: Mapping[str, _Image], last: _Image, styles: Styles) -> _Image:
    """What a primitive shows."""
    attributes = step.attributes

    def source(name: str = "in") -> _Image:
        if name not in attributes:
            return last
        return known.get(attributes[name], last)

    match step.name:
        case "feGaussianBlur":
            return _blurred(source(), _radius(attributes.get("stdDeviation", "0")))
        case "feOffset":
            by = complex(read_length(attributes.get("dx")), read_length(attributes.get("dy")))
            return _moved(source(), by)
        case "feFlood":
            return _flood(step, styles)
        case "feColorMatrix":
            return _coloured(
                source(), attributes.get("type", "matrix"), attributes.get("values", "")
            )
        case "feComposite":
            return _composite(source(), source("in2"), attributes.get("operator", "over"))
        case "feBlend" if attributes.get("mode", "normal") == "normal":
            return _over(source(), source("in2"))
        case "feMerge":
            return _merged([known.get(n.attributes.get("in", ""), last) for n in step.children])
        case "feDropShadow":
            dx, dy = (read_length(attributes.get(k), otherwise=2.0) for k in ("dx", "dy"))
            flood, seen = _flood(step, styles), source()
            light = _blurred(_cast(seen), _radius(attributes.get("stdDeviation", "2")))
            light = _moved(light, complex(dx, dy))
            return _over(seen, replace(light, colour=flood.colour, opacity=flood.opacity))
        case _:
            raise _Unknown


def _radius(text: str) -> float:
    values = iter(numbers(text[:LONGEST_VALUE]))
    across = next(values, 0.0)
    if abs(next(values, across) - across) > 1e-9 or across < 0.0:
        raise _Unknown
    return across


def _flood(step: Element, styles: Styles) -> _Flood:
    declared = {**step.attributes, **styles.declared(step)}
    try:
        colour, alpha = read_faint_colour(declared.get("flood-color", "black")[:LONGEST_VALUE])
    except ValueError:
        raise _Unknown from None
    opacity = read_length(declared.get("flood-opacity"), whole=1.0, otherwise=1.0)
    return _Flood(colour or "#000000", min(max(opacity, 0.0), 1.0) * alpha)


def _cast(image: _Image) -> _Light:
    """What something casts whose form is all that counts."""
    if isinstance(image, _Seen) and not image.effects:
        return _Light()
    if isinstance(image, _Light):
        return image
    raise _Unknown


def _blurred(image: _Image, radius: float) -> _Light:
    light = _cast(image)
    if light.radius or light.bright or light.fades:
        raise _Unknown
    return replace(light, radius=radius)


def _moved(image: _Image, by: complex) -> _Light:
    light = _cast(image)
    return replace(light, by=light.by + by)


def _coloured(image: _Image, kind: str, text: str) -> _Image:
    values = numbers(text[:400])
    if kind != "matrix" or len(values) != 20:
        raise _Unknown
    light = _cast(image)
    if values == numbers(BRIGHTER):
        return replace(light, bright=True)
    if values == numbers(FADES_IN):
        return replace(light, fades=True)
    rows = [values[k : k + 5] for k in range(0, 20, 5)]
    if any(v for row in rows[:3] for v in row[:4]) or any(rows[3][:3]) or rows[3][4]:
        raise _Unknown
    if any(not 0.0 <= row[4] <= 1.0 for row in rows[:3]):
        raise _Unknown
    if rows[3][3] > 1.0:  # the form itself, made as opaque as can be: what others cast
        return light
    colour = "#" + "".join(f"{round(row[4] * 255.0):02X}" for row in rows[:3])
    return replace(light, colour=colour, opacity=max(rows[3][3], 0.0))


def _composite(image: _Image, other: _Image, operator: str) -> _Image:
    if operator == "over":
        return _over(image, other)
    if operator == "out" and isinstance(image, _Light) and other == _Light(colour="#000000"):
        return image  # what lies below the form itself is left out, where it does not show
    if operator != "in" or not isinstance(other, _Light):
        raise _Unknown
    if isinstance(image, _Flood):
        return replace(other, colour=image.colour, opacity=image.opacity * other.opacity)
    if isinstance(image, _Seen) and other.fades and not other.by:
        return _Seen((*image.effects, Feather(radius=other.radius)))
    raise _Unknown


def _over(image: _Image, below: _Image) -> _Image:
    if below == _NOTHING:
        return image
    if isinstance(below, _Seen) and isinstance(image, _Seen):
        raise _Unknown
    if isinstance(image, _Seen) and isinstance(below, _Light):
        return _Seen((*image.effects, _effect(below)))
    raise _Unknown


def _effect(light: _Light) -> Effect:
    if not light.colour or light.fades:
        raise _Unknown
    if light.bright:
        if light.by:
            raise _Unknown
        return Glow(radius=light.radius, colour=light.colour, opacity=light.opacity)
    return Shadow(by=light.by, radius=light.radius, colour=light.colour, opacity=light.opacity)


def _merged(images: list[_Image]) -> _Image:
    """Images on each other, back to front."""
    if not images:
        return _NOTHING
    found: _Image = images[-1]
    for below in reversed(images[:-1]):
        found = _over(found, below)
    return found
