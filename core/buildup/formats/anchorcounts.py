"""How many anchors an import may bring, and outlines simplified so that they are no more."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import chain

from buildup.contours.anchors import Contour, anchor_count
from buildup.contours.simplified import decimated_contour
from buildup.drawing.units import format_length
from buildup.errors import Refusal
from buildup.messages import refusal

MOST_READ = 400_000
"""Anchors of an import in all."""
MOST_COUNTED = 4_000_000
"""Anchors that are counted of a file that has more than are imported."""
FINEST = 0.01 * 96.0 / 25.4
"""Sheet units: the least tolerance there is, 0.01 mm; each other one is twice the one before."""
TOLERANCES = tuple(FINEST * 2.0**k for k in range(9))


def too_many() -> Refusal:
    """The refusal for a file with more anchors than are imported at once."""
    return refusal("too_many_anchors.file", most=MOST_READ)


@dataclass(slots=True)
class Simplifier:
    """Outlines as they are imported.

    Args:
        tolerance: one of `TOLERANCES` (else the next finer one is taken), or 0: as they are.
    """

    tolerance: float = 0.0

    def taken(self, contours: tuple[Contour, ...], *, scale: float = 1.0) -> tuple[Contour, ...]:
        """Contours within the tolerance.

        Args:
            contours: of an outline that is being read.
            scale: by how much larger it is on the sheet.
        """
        for _, simplified in steps(contours, scale, coarsest=self.tolerance):
            contours = simplified
        return contours


@dataclass(frozen=True, slots=True)
class AnchorCount:
    """How many anchors a file leads to.

    Args:
        tolerance: within which its outlines are simplified, sheet units; 0: as they are.
        anchors: in all.
        longest: of the contour that has most.
        label: the tolerance in millimetres.
    """

    tolerance: float
    anchors: int
    longest: int
    label: str = ""


class Counter(Simplifier):
    """Counts what each tolerance leads to, and goes on with the least there is."""

    def __init__(self) -> None:
        super().__init__(TOLERANCES[-1])
        self._counts = {step: _none(step) for step in (0.0, *TOLERANCES)}

    def taken(self, contours: tuple[Contour, ...], *, scale: float = 1.0) -> tuple[Contour, ...]:
        """What is left of contours in the end.

        Raises:
            Refusal: `too_much`, of anchors as they are or even of those that are left.
        """
        for step, simplified in chain(
            [(0.0, contours)], steps(contours, scale, coarsest=self.tolerance)
        ):
            known = self._counts[step]
            self._counts[step] = replace(
                known,
                anchors=known.anchors + anchor_count(simplified),
                longest=max(known.longest, *(len(c.anchors) for c in simplified), 0),
            )
            contours = simplified
        if self._counts[0.0].anchors > MOST_COUNTED:
            raise refusal("too_much.anchors", most=MOST_COUNTED)
        if self._counts[TOLERANCES[-1]].anchors > MOST_READ:
            raise refusal("too_much.simplified", most=MOST_READ)
        return contours

    @property
    def counts(self) -> tuple[AnchorCount, ...]:
        """What each tolerance leads to, from none to the coarsest."""
        return tuple(self._counts.values())


def _none(step: float) -> AnchorCount:
    return AnchorCount(step, 0, 0, format_length(step, unit="mm"))


def steps(
    contours: tuple[Contour, ...], scale: float, *, coarsest: float
) -> Iterator[tuple[float, tuple[Contour, ...]]]:
    """Contours within one tolerance after the other, each simplified from what the last one left.

    Args:
        contours: which.
        scale: by how much larger they are on the sheet; of those that collapse there nothing goes.
        coarsest: the tolerance beyond which nothing is worked out.
    """
    done = 0.0
    for step in TOLERANCES:
        if step > coarsest:
            return
        if scale > 0.0:
            within = (step - done) / scale
            contours = tuple(decimated_contour(c, within) for c in contours)
        yield step, contours
        done = step
