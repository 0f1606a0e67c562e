"""What a parametric shape declares: its dials, its pegs and how its contours are computed.

Everything happens in the shape's own box, `width` by `height` about the origin, y down.
"""

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from typing import Literal

from buildup.contours.anchors import Contour
from buildup.geometry.boxes import Box

Dials = Mapping[str, float]
DialUnit = Literal["length", "count", "angle", "percent", "number", "choice"]
Group = Literal["Basic", "Round", "Pointed", "Repeating", "Signs", "Open"]
SNAP = 0.02
"""Part of a dial's range within which a dragged value snaps to a felt one."""
STEPS = 5
"""How many of its steps a dial moves at once with Shift; 15° for angles."""


def always(_dials: Dials) -> bool:
    """Shown whatever the other dials are."""
    return True


@dataclass(frozen=True, slots=True)
class Dial:
    """One parameter of a shape.

    Args:
        name: stable name in the data.
        label: what the designer reads, in sentence case.
        unit: what its number means; a length is in sheet units, a choice counts from 0.
        default: its value on a new shape.
        least: the smallest value accepted.
        most: the largest value accepted.
        step: what an arrow key changes.
        help: one sentence on what it does.
        reach: the largest value that still changes the form of a box of some width and height.
        choices: the names of the values of a choice.
        felt: values to which a dragged peg snaps.
        shown: whether it has any effect beside the other dials.
        sound: from where to where, beside the other dials, the form does not cross itself; beyond,
            it is drawn at the end of that range and the value is kept.
        called: what the designer reads beside the other dials, where that is not always `label`.

    """

    name: str
    label: str
    unit: DialUnit
    default: float
    least: float
    most: float
    step: float
    help: str
    reach: Callable[[float, float, Dials], float] | None = None
    choices: tuple[str, ...] = ()
    felt: tuple[float, ...] = ()
    shown: Callable[[Dials], bool] = always
    sound: Callable[[Dials], tuple[float, float]] | None = None
    called: Callable[[Dials], str] | None = None

    def label_beside(self, dials: Dials) -> str:
        """What the designer reads, beside the values of all dials."""
        return self.label if self.called is None else self.called(dials)

    @property
    def whole(self) -> bool:
        """Whether only whole numbers make sense."""
        return self.unit in ("count", "choice")

    def dragged(self, value: float, *, stepped: bool) -> float:
        """A value within the range: at steps, or at a felt one that is near."""
        value = min(max(value, self.least), self.most)
        if self.whole:
            return float(round(value))
        if stepped:
            step = 15.0 if self.unit == "angle" else STEPS * self.step
            return min(max(round(value / step) * step, self.least), self.most)
        near = min(self.felt, key=lambda f: abs(f - value), default=math.inf)
        return near if abs(near - value) <= SNAP * (self.most - self.least) else value


def sounded(declared: tuple[Dial, ...], dials: Dials) -> dict[str, float]:
    """The dials as they are drawn: each kept in the range in which the form is sound.

    In the order of their declaration, so that a later one may look at what earlier ones came to.
    """
    drawn = dict(dials)
    for dial in declared:
        if dial.sound is not None:
            low, high = dial.sound(drawn)
            drawn[dial.name] = min(max(drawn[dial.name], low), high)
    return drawn


@dataclass(frozen=True, slots=True)
class Peg:
    """The control on the canvas that drags a dial.

    Args:
        dial: the name of the dial.
        at: where it stands, from width, height and dials.
        along: the direction in which dragging makes the value grow.
        value: the value for a point it is dragged to.

    """

    dial: str
    at: Callable[[float, float, Dials], complex]
    along: Callable[[float, float, Dials], complex]
    value: Callable[[float, float, Dials, complex], float]


@dataclass(frozen=True, slots=True)
class ShapeLength:
    """A length that a shape has but that is no dial: typing it scales the shape.

    Args:
        name: stable name in the data.
        label: what the designer reads.
        value: sheet units, from width, height and dials.

    """

    name: str
    label: str
    value: Callable[[float, float, Dials], float]


@dataclass(frozen=True, slots=True)
class ShapeKind:
    """A kind of parametric shape.

    Args:
        name: stable name in the data.
        label: what the designer reads.
        group: under which heading the gallery shows it.
        words: other words by which it is found.
        dials: its parameters, in the order shown.
        pegs: the dials that have a place on the canvas.
        contours: the form in a box of some width and height.
        extent: the box of the form before it is fitted to the frame, so that changing a dial keeps
            the scale; None where the form always fills its frame.
        lengths: those that can be typed.

    """

    name: str
    label: str
    group: Group
    words: str
    dials: tuple[Dial, ...]
    pegs: tuple[Peg, ...]
    contours: Callable[[float, float, Dials], tuple[Contour, ...]]
    extent: Callable[[Dials], Box] | None = None
    lengths: tuple[ShapeLength, ...] = ()
    _by_name: dict[str, Dial] = field(default_factory=dict, init=False, repr=False, compare=False)
    _defaults: dict[str, float] = field(default_factory=dict, init=False, repr=False, compare=False)

    def __post_init__(self) -> None:
        self._by_name.update((d.name, d) for d in self.dials)
        self._defaults.update((d.name, d.default) for d in self.dials)

    def dial(self, name: str) -> Dial | None:
        """The dial of a name, if the kind has it."""
        return self._by_name.get(name)

    def defaults(self) -> dict[str, float]:
        """Every dial at its default."""
        return self._defaults.copy()

    def proportion(self, dials: Dials) -> float:
        """Width ÷ height at which the form is undistorted."""
        if self.extent is None:
            return 1.0
        box = self.extent(dials)
        return box.width / box.height if box.height > 0.0 else 1.0
