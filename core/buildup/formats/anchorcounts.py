"""How many anchors an import may bring, and outlines simplified so that they are no more."""

from dataclasses import dataclass, replace

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
        """Contours within the tolerance, in steps of which each goes on from the one before.

        Args:
            contours: of an outline that is being read.
            scale: by how much larger it is on the sheet.
        """
        done = 0.0
        for step in TOLERANCES:
            if scale > 0.0 and step <= self.tolerance:
                contours = simplified(contours, (step - done) / scale)
                done = step
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
            Refusal: `too_much`.
        """
        done = 0.0
        for step, known in self._counts.items():
            if scale > 0.0 and step > 0.0:
                contours = simplified(contours, (step - done) / scale)
            done = step
            longest = max((len(c.anchors) for c in contours), default=0)
            self._counts[step] = replace(
                known,
                anchors=known.anchors + anchor_count(contours),
                longest=max(known.longest, longest),
            )
        if self._counts[0.0].anchors > MOST_COUNTED:
            raise refusal("too_much.anchors", most=MOST_COUNTED)
        return contours

    @property
    def counts(self) -> tuple[AnchorCount, ...]:
        """What each tolerance leads to, from none to the coarsest."""
        return tuple(self._counts.values())


def _none(step: float) -> AnchorCount:
    return AnchorCount(step, 0, 0, format_length(step, unit="mm"))


def simplified(contours: tuple[Contour, ...], tolerance: float) -> tuple[Contour, ...]:
    """Contours within a tolerance, sheet units."""
    return tuple(decimated_contour(c, tolerance) for c in contours)
