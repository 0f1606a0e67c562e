"""Affine maps of the plane: x' = a·x + c·y + e, y' = b·x + d·y + f (as in SVG's matrix)."""

from dataclasses import dataclass

from buildup.geometry.angles import direction
from buildup.geometry.coordinates import Coordinates


@dataclass(frozen=True, slots=True)
class Affine:
    """A map kept as the images of the two axes and of the origin.

    Args:
        across: the image of the vector (1, 0).
        down: the image of the vector (0, 1).
        origin: the image of the point (0, 0).

    """

    across: Coordinates = 1 + 0j
    down: Coordinates = 1j
    origin: Coordinates = 0j

    def __call__(self, point: complex) -> complex:
        """The image of a point."""
        return self.vector(point) + self.origin

    def vector(self, vector: complex) -> complex:
        """The image of a vector, which ignores where the map moves things to."""
        return self.across * vector.real + self.down * vector.imag

    def after(self, first: "Affine") -> "Affine":
        """The map that applies `first` and then this one."""
        return Affine(self.vector(first.across), self.vector(first.down), self(first.origin))

    @property
    def determinant(self) -> float:
        """By how much areas grow; negative when the map mirrors."""
        return self.across.real * self.down.imag - self.across.imag * self.down.real

    @property
    def keeps_level(self) -> bool:
        """Whether level and upright lines stay level or upright, so that boxes stay boxes."""
        return self.across.real * self.across.imag == 0.0 == self.down.real * self.down.imag

    def inverse(self) -> "Affine":
        """The map that undoes this one; its determinant must not be 0."""
        det = self.determinant
        across = complex(self.down.imag, -self.across.imag) / det
        down = complex(-self.down.real, self.across.real) / det
        turned = Affine(across, down)
        return Affine(across, down, -turned.vector(self.origin))


def shift(by: complex) -> Affine:
    """Moves everything by a vector."""
    return Affine(origin=by)


def turn(degrees: float, *, about: complex) -> Affine:
    """Rotates about a point, clockwise on the screen."""
    axis = direction(degrees)
    linear = Affine(axis, axis * 1j)
    return Affine(axis, axis * 1j, about - linear.vector(about))


def mirror(*, about: complex, angle: float) -> Affine:
    """Reflects in the line through a point that stands at an angle (degrees)."""
    axis = direction(2.0 * angle)
    linear = Affine(axis, -1j * axis)
    return Affine(linear.across, linear.down, about - linear.vector(about))


def in_axes(map_there: Affine, axes: Affine) -> Affine:
    """A map that is told in the axes of another one, which may not collapse, on the plane itself.

    The origin of those axes is where `map_there` has its own.
    """
    return axes.after(map_there).after(axes.inverse())


def stretch(x: float, y: float, *, about: complex, angle: float = 0.0) -> Affine:
    """Scales along two axes that stand at an angle (degrees), keeping one point in place."""
    axis = direction(angle)
    across = axis * x * axis.real - 1j * axis * y * axis.imag
    down = axis * x * axis.imag + 1j * axis * y * axis.real
    linear = Affine(across, down)
    return Affine(across, down, about - linear.vector(about))
