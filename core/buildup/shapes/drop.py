"""The drop, a circle one anchor of which is pulled out; the pin, a drop upside down with a hole."""

from buildup.contours.anchors import Anchor, Contour
from buildup.contours.arcs import circle
from buildup.geometry.angles import arc_handle, direction
from buildup.shapes.dialkinds import angle, percent
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dial, Dials

HANDLE = arc_handle(90.0)


def _drop(dials: Dials, up: float) -> Contour:
    """The form about its circle of radius 1; the tip is upward for 1 and downward for -1."""
    far, side = dials["tip"] / 100.0, HANDLE * dials["fullness"] / 100.0
    heading = direction(90.0 * up - dials["angle"] / 2.0)
    reach = (far - 1.0) * 0.4 if dials["angle"] > 0.0 else 0.0
    left = -complex(heading.real, -heading.imag) if up > 0 else complex(-heading.real, heading.imag)
    out = complex(abs(heading.real), heading.imag) * reach if reach else None
    into = complex(-abs(left.real), heading.imag) * reach if reach else None
    shoulder = -1j * up * side if side else None
    anchors = (
        Anchor(-1j * up * far, into, out),
        Anchor(1 + 0j, shoulder, 1j * up * HANDLE, "smooth"),
        Anchor(1j * up, HANDLE + 0j, -HANDLE + 0j, "symmetric"),
        Anchor(-1 + 0j, 1j * up * HANDLE, shoulder, "smooth"),
    )
    return Contour(anchors, closed=True)


def _pin(dials: Dials) -> tuple[Contour, ...]:
    hole = dials["hole"] / 100.0
    holes = (circle(hole),) if hole > 0.0 else ()
    return (_drop(dials, -1.0), *holes)


def _dials(tip: float, full: float) -> tuple[Dial, ...]:
    return (
        percent(
            "tip",
            "Tip",
            tip,
            "Length of the tip, in % of the radius.",
            least=100.0,
            most=400.0,
            felt=(100.0, 141.421356237, 200.0, 300.0),
        ),
        angle(
            "angle",
            "Tip angle",
            0.0,
            "Between its two sides; 0 keeps them straight.",
            least=0.0,
            most=170.0,
        ),
        percent(
            "fullness",
            "Fullness",
            full,
            "Fullness of the shoulders.",
            most=250.0,
            felt=(0.0, 50.0, 100.0),
        ),
    )


DROP = fitted_shape(
    name="drop",
    label="Drop",
    group="Round",
    words="tear water petal plectrum",
    dials=_dials(200.0, 100.0),
    pegs=(between("tip", lambda d: -1j, lambda d: -4j, low=100.0, high=400.0),),
    form=lambda d: (_drop(d, 1.0),),
)
PIN = fitted_shape(
    name="pin",
    label="Pin",
    group="Signs",
    words="map marker place location",
    dials=(
        *_dials(220.0, 120.0),
        percent("hole", "Hole", 40.0, "Radius, in % of the pin's.", most=95.0),
    ),
    pegs=(
        between("tip", lambda d: 1j, lambda d: 4j, low=100.0, high=400.0),
        between("hole", lambda d: 0j, lambda d: 1 + 0j),
    ),
    form=_pin,
)
