"""Steps between two things that show: contours paired and mixed, and how each step is painted."""

import itertools
from collections.abc import Callable, Mapping, Sequence
from dataclasses import replace
from functools import partial

from buildup.contours.anchors import Contour
from buildup.contours.blending import between, paired
from buildup.contours.extent import box_of
from buildup.drawing.colours import between_stops, mixed
from buildup.drawing.itemtypes import BlendEffect, BlendSpacing
from buildup.drawing.laying import boxed, laid
from buildup.drawing.paint import Colour, Finish, Gradient, Paint, Stroke, Style
from buildup.forms.assembling import Assembled, PartForm, StyledPath, assembled
from buildup.messages import message, refusal

MOST_STEPS = 200
"""Steps between two."""
MOST_ANCHORS = 12_000
"""Of all steps of a live blend: so many take about a second in the browser, at every move."""
SPACINGS: Mapping[BlendSpacing, Callable[[float], float]] = {
    "even": lambda share: share,
    "nearer_first": lambda share: share * share,
    "nearer_last": lambda share: 1.0 - (1.0 - share) ** 2,
}
"""Where a step lies between the two, by its part of their number."""


def check_blend(effect: BlendEffect) -> None:
    """Refuses numbers of steps that no blend has.

    Raises:
        Refusal: `bad_count`.

    """
    if not 1 <= effect.count <= MOST_STEPS:
        raise refusal("bad_count.blend", most=MOST_STEPS)


def steps_between(
    first: Sequence[StyledPath], last: Sequence[StyledPath], effect: BlendEffect
) -> tuple[tuple[StyledPath, ...], ...]:
    """The steps from one to another, each with as many forms as they have, back to front.

    Raises:
        Refusal: `not_alike` where they have not equally many forms or paths, or one of two paths
            is closed and the other open; `too_many_anchors`.

    """
    if len(first) != len(last):
        raise refusal("not_alike.paths", first=len(first), last=len(last))
    mixers = [_between(a, b) for a, b in zip(first, last, strict=True)]
    spacing = SPACINGS[effect.spacing]
    shares = (spacing(number / (effect.count + 1)) for number in range(1, effect.count + 1))
    return tuple(tuple(mixer(share) for mixer in mixers) for share in shares)


def blended(parts: Sequence[Sequence[StyledPath]], effect: BlendEffect) -> Assembled:
    """The form of a live blend: the steps between each part and the next, and all together.

    Raises:
        Refusal: as `steps_between`.

    """
    anchors = [sum(len(c.anchors) for f in forms for c in f.contours) for forms in parts]
    if sum(anchors) * effect.count > MOST_ANCHORS:
        return Assembled(trouble=message("notes.blend_too_large", most=MOST_ANCHORS))
    pairs = itertools.pairwise(parts)
    steps = [_laid(steps_between(a, b, effect)) for a, b in pairs]
    row: list[StyledPath] = []
    for number, forms in enumerate(parts):
        row += forms
        row += (form for gap in steps[number : number + 1] for form in gap)
    contours = tuple(c for form in row for c in _nonzero(form))
    return Assembled(contours, steps=tuple(steps))


def _laid(steps: tuple[tuple[StyledPath, ...], ...]) -> tuple[StyledPath, ...]:
    """All forms of some steps, their gradients laid on the sheet."""
    return tuple(
        replace(f, style=laid(f.style, partial(box_of, f.contours))) for s in steps for f in s
    )


def _nonzero(form: StyledPath) -> tuple[Contour, ...]:
    """The contours of a form as they bound it by the rule that is not even-odd."""
    if form.rule == "nonzero" or len(form.contours) < 2 or not form.is_region:
        return form.contours
    return assembled((PartForm("", "union", (form,)),)).contours


def _between(first: StyledPath, last: StyledPath) -> Callable[[float], StyledPath]:
    """What makes the form a part of the way from one to another."""
    if len(first.contours) != len(last.contours):
        raise refusal("not_alike.paths", first=len(first.contours), last=len(last.contours))
    pairs = [paired(a, b) for a, b in zip(first.contours, last.contours, strict=True)]
    one, other = (boxed(f.style, partial(box_of, f.contours)) for f in (first, last))

    def at(share: float) -> StyledPath:
        contours = tuple(between(a, b, share) for a, b in pairs)
        return StyledPath(contours, first.rule, _mixed(one, other, share))

    return at


def _mixed(first: Style, last: Style, share: float) -> Style:
    """A style between two; what the two do not both have is that of the nearer one."""
    near = first if share < 0.5 else last
    mixed = replace(
        near,
        fill=_paint(first.fill, last.fill, share),
        fill_opacity=_number(first.fill_opacity, last.fill_opacity, share),
        finish=_finish(first.finish, last.finish, share),
    )
    if len(first.strokes) != len(last.strokes):
        return mixed
    pairs = zip(first.strokes, last.strokes, near.strokes, strict=True)
    return replace(mixed, strokes=tuple(_stroke(a, b, n, share) for a, b, n in pairs))


def _number(first: float, last: float, share: float) -> float:
    return first + share * (last - first)


def _finish(first: Finish, last: Finish, share: float) -> Finish:
    """Opacity, blend mode and effects between two: of the nearer one, but for the opacity."""
    near = first if share < 0.5 else last
    return replace(near, opacity=_number(first.opacity, last.opacity, share))


def _stroke(first: Stroke, last: Stroke, near: Stroke, share: float) -> Stroke:
    """A stroke between two."""
    both = first.is_seen and last.is_seen
    return replace(
        near,
        paint=_paint(first.paint, last.paint, share),
        width=_number(first.width, last.width, share) if both else near.width,
        opacity=_number(first.opacity, last.opacity, share),
    )


def _paint(first: Paint | None, last: Paint | None, share: float) -> Paint | None:
    """A paint between two; between gradients that are not alike, that of the nearer one."""
    near = first if share < 0.5 else last
    if first is None or last is None:
        return near
    if isinstance(first, Colour) and isinstance(last, Colour):
        return mixed(first, last, share)
    if not isinstance(first, Gradient) or not isinstance(last, Gradient):
        return near
    if first.kind != last.kind or len(first.stops) != len(last.stops):
        return near
    stops = tuple(between_stops(a, b, share) for a, b in zip(first.stops, last.stops, strict=True))
    return replace(first if share < 0.5 else last, stops=stops)
