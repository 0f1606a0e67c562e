"""A outline that is all but symmetric as one that is: both its sides count alike.

Each place of one side is taken midway to the nearest place of the other side's image, and curves
are fitted through those. What crosses the line comes out as a half that ends on it; what lies
beside the line as one of two; what has no counterpart on the other side stays as it is.
"""

from collections.abc import Sequence
from dataclasses import dataclass

from buildup.forms.matching.tracedarea import FINE, Path, contour_along, outer_paths
from buildup.forms.symmetry.balance import best_line
from buildup.forms.symmetry.seams import SeamLine
from buildup.geometry.bezier import line, points_at, split_at
from buildup.geometry.boxes import Box
from buildup.geometry.fitting.drawncurves import fit_stroke
from buildup.geometry.intersect.crossings import crossings
from buildup.geometry.nearest import nearest
from buildup.messages import refusal

MISSES = 0.08
"""Part of its size by which a form may miss being symmetric and be made so: a picture taken at a
slant, a hand that drew it (common practice)."""
PLACES = tuple(k / 8 for k in range(8))
"""Parameters of a segment at which its two sides are looked at."""


@dataclass(frozen=True, slots=True)
class Halves:
    """One side of a symmetric form.

    Args:
        line: about which it is mirrored.
        halves: open paths from the line back to it.
        beside: closed paths whose images belong to the form as well.
        alone: closed paths that have no counterpart.

    """

    line: SeamLine
    halves: tuple[Path, ...]
    beside: tuple[Path, ...]
    alone: tuple[Path, ...]


def halved(paths: Sequence[Path], *, pixel: float) -> Halves:
    """The one side of a form, made of both.

    Args:
        paths: closed; sheet units.
        pixel: sheet units; sides that are alike by less are taken for the same.

    Raises:
        Refusal: `not_symmetric` where no line mirrors it, by far; `too_many_anchors`.

    """
    balance = best_line(tuple(contour_along(p, closed=True) for p in outer_paths(paths)))
    if balance.away > MISSES * balance.size:
        raise refusal("not_symmetric.picture", share=100 * balance.away / balance.size)
    across = balance.line
    halves, beside, alone = [], [], []
    left = list(paths)
    while left:
        path = left.pop(0)
        box = Box.around(p for s in path for p in s)
        within = max(MISSES * max(box.width, box.height), 2.0 * balance.away)
        sides = _sides(path, across) if _is_image(path, path, across, within) else None
        if sides is not None:
            halves.append(_midway(sides[0], sides[1], across, pixel=pixel, closed=False))
            continue
        other = next((p for p in left if _is_image(path, p, across, within)), None)
        if other is None:
            alone.append(path)
            continue
        left.remove(other)
        beside.append(_midway(path, other, across, pixel=pixel, closed=True))
    return Halves(across, tuple(halves), tuple(beside), tuple(alone))


def _sides(path: Path, across: SeamLine) -> tuple[Path, Path] | None:
    """A closed path cut where it first and last meets a line: its one side and its other."""
    box = Box.around(p for s in path for p in s)
    far = across.along * (box.width + box.height)
    cut = line(across.foot(box.centre) - far, across.foot(box.centre) + far)
    met = [(c.u, k, c.t) for k, s in enumerate(path) for c in crossings(s, cut)]
    if len(met) < 2:
        return None
    (_, *first), (_, *last) = min(met), max(met)
    return _between(path, first, last), _between(path, last, first)


def _between(path: Path, start: Sequence[float], end: Sequence[float]) -> Path:
    """The part of a closed path from a segment's parameter on to another's."""
    (k, t), (n, u) = start, end
    count = len(path)
    rest = [path[(int(k) + i) % count] for i in range((int(n) - int(k)) % count + 1)]
    if len(rest) == 1 and u <= t:
        rest = [path[(int(k) + i) % count] for i in range(count + 1)]
    head, tail = split_at(rest[0], t)[1], split_at(rest[-1], u)[0]
    if len(rest) == 1:
        return (split_at(head, (u - t) / (1.0 - t))[0],)
    return tuple(s for s in (head, *rest[1:-1], tail) if s[0] != s[3])


def _is_image(path: Path, other: Path, across: SeamLine, within: float) -> bool:
    """Whether all of a path lies near another's image."""
    near = [nearest(other, across.image(s[0])) for s in path]
    return all(n is not None and n.distance <= within for n in near)


def _midway(one: Path, other: Path, across: SeamLine, *, pixel: float, closed: bool) -> Path:
    """Curves midway between a path and the image of another."""
    image = across.image
    images = [(image(a), image(b), image(c), image(d)) for a, b, c, d in other]
    positions = [p for s in one for p in points_at(s, PLACES)]
    if not closed:
        positions.append(one[-1][3])
    found = []
    for position in positions:
        near = nearest(images, position)
        found.append((position + near.at) / 2.0 if near else position)
    if not closed:
        found[0], found[-1] = across.foot(found[0]), across.foot(found[-1])
    return fit_stroke(found, tolerance=FINE * pixel, closed=closed).curves
