"""Seams: the lines about which symmetries mirror, on which halves meet."""

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache

from buildup.drawing.itemtypes import Symmetry
from buildup.drawing.model import Drawing
from buildup.geometry.angles import cross, degrees_of, direction, dot
from buildup.geometry.transforms import Affine, mirror


@dataclass(frozen=True, slots=True)
class SeamLine:
    """A line through a place, along a direction of length 1."""

    through: complex
    along: complex

    def foot(self, at: complex) -> complex:
        """The nearest place on the line; a place on it stays as it is, to the last bit.

        >>> SeamLine(5 + 0j, 1j).foot(9 + 7j)
        (5+7j)
        """
        off = self.away(at)
        if off == 0.0:
            return at
        if self.along.real == 0.0:
            return complex(self.through.real, at.imag)
        if self.along.imag == 0.0:
            return complex(at.real, self.through.imag)
        return self.through + self.along * dot(at - self.through, self.along)

    def away(self, at: complex) -> float:
        """How far a place is from the line; positive on its right, looking along it."""
        return cross(self.along, at - self.through)

    def image(self, at: complex) -> complex:
        """The place on the other side of the line.

        >>> SeamLine(5 + 0j, 1j).image(9 + 7j)
        (1+7j)
        """
        return self.through + self.along * ((at - self.through) / self.along).conjugate()

    @property
    def reflection(self) -> Affine:
        """The map that mirrors about the line."""
        return mirror(about=self.through, angle=degrees_of(self.along))

    def square(self, vector: complex) -> complex:
        """The part of a vector that stands square on the line."""
        if self.along.real == 0.0:
            return complex(vector.real, 0.0)
        if self.along.imag == 0.0:
            return complex(0.0, vector.imag)
        across = self.along * 1j
        return across * dot(vector, across)


@lru_cache(maxsize=64)
def seams_of(item: Symmetry) -> tuple[SeamLine, ...]:
    """The lines about which a symmetry mirrors; a wheel has none."""
    if item.pattern == "wheel":
        return ()
    count = 1 if item.pattern == "mirror" else item.count
    angles = (item.angle + k * 180.0 / count for k in range(count))
    return tuple(SeamLine(item.centre, direction(a)) for a in angles)


def seams_around(drawing: Drawing, container: str) -> Iterator[SeamLine]:
    """The seams of a container, and of those around it."""
    for holder in (container, *drawing.tree.above(container)):
        item = drawing.items.get(holder)
        if isinstance(item, Symmetry):
            yield from seams_of(item)
