"""Upright boxes."""

from collections.abc import Iterable
from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Box:
    """An upright box in sheet units; `left <= right` and `top <= bottom`."""

    left: float
    top: float
    right: float
    bottom: float

    @classmethod
    def around(cls, points: Iterable[complex]) -> "Box":
        """The smallest box around some points (at least one)."""
        several = tuple(points)
        across = [p.real for p in several]
        down = [p.imag for p in several]
        return cls(min(across), min(down), max(across), max(down))

    @classmethod
    def union(cls, boxes: Iterable["Box"]) -> "Box":
        """The smallest box around some boxes (at least one)."""
        several = tuple(boxes)
        return cls(
            min(b.left for b in several),
            min(b.top for b in several),
            max(b.right for b in several),
            max(b.bottom for b in several),
        )

    @property
    def width(self) -> float:
        """The extent along x."""
        return self.right - self.left

    @property
    def height(self) -> float:
        """The extent along y."""
        return self.bottom - self.top

    @property
    def centre(self) -> complex:
        """The middle point."""
        return complex((self.left + self.right) / 2.0, (self.top + self.bottom) / 2.0)

    @property
    def corners(self) -> tuple[complex, complex, complex, complex]:
        """The four corners, clockwise from the upper left."""
        return (
            complex(self.left, self.top),
            complex(self.right, self.top),
            complex(self.right, self.bottom),
            complex(self.left, self.bottom),
        )

    def meets(self, other: "Box") -> bool:
        """Whether two boxes have a point in common."""
        across = self.left <= other.right and other.left <= self.right
        return across and self.top <= other.bottom and other.top <= self.bottom

    def holds(self, other: "Box") -> bool:
        """Whether all of another box lies in this one."""
        across = self.left <= other.left and other.right <= self.right
        return across and self.top <= other.top and other.bottom <= self.bottom

    def has(self, position: complex) -> bool:
        """Whether a place lies in the box."""
        across = self.left <= position.real <= self.right
        return across and self.top <= position.imag <= self.bottom

    def common(self, other: "Box") -> "Box | None":
        """What two boxes have in common; None where that has no width or no height.

        >>> Box(0, 0, 2, 2).common(Box(1, 1, 3, 3))
        Box(left=1, top=1, right=2, bottom=2)
        """
        left, top = max(self.left, other.left), max(self.top, other.top)
        right, bottom = min(self.right, other.right), min(self.bottom, other.bottom)
        return Box(left, top, right, bottom) if left < right and top < bottom else None

    def grown(self, by: float) -> "Box":
        """The box widened by a margin on all sides."""
        return Box(self.left - by, self.top - by, self.right + by, self.bottom + by)
