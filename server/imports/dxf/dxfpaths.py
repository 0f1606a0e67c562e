"""Paths of ezdxf as contours on the sheet, y down."""

from collections.abc import Callable, Iterator

from buildup.contours.anchors import Contour
from buildup.contours.pathreader import PathReader
from ezdxf.math import Vec2, Vec3
from ezdxf.path import Curve3To, Curve4To, Path

Place = Callable[[Vec2 | Vec3], complex]


def placing(scale: float) -> Place:
    """Where a point of the file is on the sheet.

    Args:
        scale: sheet units in a unit of the file.
    """
    return lambda v: complex(v.x * scale, -v.y * scale)


def contours_of(made: Path, place: Place) -> Iterator[Contour]:
    """The contours of a path and of its parts."""
    for part in made.sub_paths() if made.has_sub_paths else (made,):
        if len(part) == 0:
            continue
        reader = PathReader()
        reader.move(place(part.start))
        for step in part.commands():
            end = place(step.end)
            if isinstance(step, Curve4To):
                reader.curve(place(step.ctrl1), place(step.ctrl2), end)
            elif isinstance(step, Curve3To):
                reader.quadratic(place(step.ctrl), end)
            else:
                reader.line(end)
        if part.is_closed:
            reader.close()
        yield from reader.done()
