"""Anchors and contours under a map."""

from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour, Twin
from buildup.geometry.angles import dot, unit
from buildup.geometry.tolerances import RIGHT_ABOUT
from buildup.geometry.transforms import Affine


def moved_anchor(anchor: Anchor, by: Affine) -> Anchor:
    """An anchor under a map, its handles with it; it stays a twin where the map allows that."""
    into = None if anchor.into is None else by.vector(anchor.into)
    out = None if anchor.out is None else by.vector(anchor.out)
    twin = None if anchor.twin is None else _moved_twin(anchor.twin, by)
    return Anchor(
        by(anchor.at), into, out, anchor.kind, twin, anchor.corner, anchor.seam, anchor.eased
    )


def _moved_twin(twin: Twin, by: Affine) -> Twin | None:
    """The mirror line under a map; None when what was mirrored no longer is (a slanted stretch)."""
    along, across = unit(by.vector(twin.along)), unit(by.vector(twin.along * 1j))
    if not along or abs(dot(along, across)) > RIGHT_ABOUT:
        return None
    return replace(twin, through=by(twin.through), along=along)


def moved_contour(contour: Contour, by: Affine) -> Contour:
    """A contour under a map."""
    return replace(contour, anchors=tuple(moved_anchor(a, by) for a in contour.anchors))
