"""Long contours in runs of anchors, so that an edit of a few costs what their runs cost."""

from buildup.contours.anchors import Anchor, Contour

RUN = 64
"""Segments of a run."""
LONG = 4 * RUN
"""Anchors from which on a contour is worked out run by run."""
MOST_RUNS = 2_048
"""Runs whose results are kept at a time."""


class Run:
    """Neighbouring anchors of a path, the last one being the first of the run that follows.

    Two runs are the same where their anchors are the very same values, so what a run comes to can
    be kept without comparing numbers.
    """

    __slots__ = ("_ids", "anchors")

    def __init__(self, anchors: tuple[Anchor, ...]) -> None:
        self.anchors = anchors
        self._ids = tuple(map(id, anchors))

    def __hash__(self) -> int:
        """By identity of the anchors."""
        return hash(self._ids)

    def __eq__(self, other: object) -> bool:
        """Whether all anchors are the very same."""
        return isinstance(other, Run) and self._ids == other._ids

    @property
    def path(self) -> Contour:
        """The run as an open path."""
        return Contour(self.anchors)


def runs_of(contour: Contour) -> tuple[Run, ...]:
    """The runs of a contour, in order; a contour that is not long is one run.

    >>> [len(r.anchors) for r in runs_of(Contour((Anchor(0j),) * 300))]
    [65, 65, 65, 65, 44]
    >>> [len(r.anchors) for r in runs_of(Contour((Anchor(0j),) * 3, closed=True))]
    [4]
    """
    anchors = contour.anchors + (contour.anchors[:1] if contour.closed else ())
    if len(contour.anchors) < LONG:
        return (Run(anchors),)
    return tuple(Run(anchors[k : k + RUN + 1]) for k in range(0, len(anchors) - 1, RUN))
