"""The banner: a band with a notch or a point at each end, and folded tails."""

from buildup.contours.anchors import Contour
from buildup.shapes.dialkinds import choice, percent
from buildup.shapes.fitted import between, fitted_shape, polygon
from buildup.shapes.kinds import Dials

LENGTH, HEIGHT = 4.0, 1.0
ENDS = ("Straight", "Notch", "Point")


TAIL, LAP = LENGTH * 0.22, LENGTH * 0.08


def _depth(dials: Dials) -> tuple[float, float]:
    """A notch or a point stays within its tail, or its half."""
    return 0.0, 95.0 * (TAIL if dials["fold"] > 0.0 else LENGTH / 2.0) / HEIGHT


def _end(x: float, depth: float, kind: float) -> tuple[float, float]:
    """Where the corners and the middle of an end stand; `depth` has the sign of the way in."""
    if int(kind) == 1:
        return x, x + depth
    return (x + depth, x) if int(kind) == 2 else (x, x)


def _band(left: tuple[float, float], right: tuple[float, float], top: float) -> Contour:
    middle, low = top + HEIGHT / 2.0, top + HEIGHT
    spots = [complex(left[0], top), complex(right[0], top)]
    if right[0] != right[1]:
        spots.append(complex(right[1], middle))
    spots += [complex(right[0], low), complex(left[0], low)]
    if left[0] != left[1]:
        spots.append(complex(left[1], middle))
    return polygon(spots)


def _form(dials: Dials) -> tuple[Contour, ...]:
    depth = HEIGHT * dials["depth"] / 100.0
    left = _end(0.0, depth, dials["left"])
    right = _end(LENGTH, -depth, dials["right"])
    fold = HEIGHT * dials["fold"] / 100.0
    if fold <= 0.0:
        return (_band(left, right, 0.0),)
    tail, near, far = TAIL, TAIL - LAP, LENGTH - TAIL + LAP
    low = HEIGHT
    return (
        _band(left, (tail, tail), fold),
        _band((LENGTH - tail, LENGTH - tail), right, fold),
        polygon([complex(near, low), complex(tail, low), complex(tail, low + fold)]),
        polygon(
            [complex(far, low), complex(LENGTH - tail, low + fold), complex(LENGTH - tail, low)]
        ),
        _band((near, near), (far, far), 0.0),
    )


BANNER = fitted_shape(
    name="banner",
    label="Banner",
    group="Signs",
    words="ribbon label flag tag",
    dials=(
        choice("left", "Left end", ENDS, "Straight, notched or pointed.", default=1),
        choice("right", "Right end", ENDS, "Straight, notched or pointed.", default=1),
        percent(
            "depth",
            "Depth",
            40.0,
            "Depth of notch and point, in % of the height.",
            most=200.0,
            sound=_depth,
        ),
        percent(
            "fold",
            "Fold",
            0.0,
            "Drop of the folded tails, in % of the height.",
            most=60.0,
            felt=(0.0, 25.0),
        ),
    ),
    pegs=(between("depth", lambda d: LENGTH + 0.5j, lambda d: LENGTH - HEIGHT + 0.5j),),
    form=_form,
)
