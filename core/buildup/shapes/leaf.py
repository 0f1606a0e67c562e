"""The leaf: two tips, its widest place, and a stem."""

from buildup.contours.anchors import Anchor, Contour
from buildup.shapes.dialkinds import percent
from buildup.shapes.fitted import between, fitted_shape
from buildup.shapes.kinds import Dials

HALF = 0.3
"""Of the blade's length: half its width before it is fitted to the frame."""
FULL = 0.5522847498307936


def _form(dials: Dials) -> tuple[Contour, ...]:
    half = HALF * dials["width"] / 60.0
    widest = 1j * dials["widest"] / 100.0
    up, down = widest.imag, 1.0 - widest.imag
    top, base = (1.0 - dials[name] / 100.0 for name in ("tip", "base"))
    level_top = half * FULL * top + 0j if top > 0.0 else None
    level_base = half * FULL * base + 0j if base > 0.0 else None
    anchors = (
        Anchor(0j, _back(level_top), level_top, "symmetric" if level_top else "corner"),
        Anchor(half + widest, -1j * up * FULL, 1j * down * FULL, "smooth"),
        Anchor(1j, level_base, _back(level_base), "symmetric" if level_base else "corner"),
        Anchor(-half + widest, 1j * down * FULL, -1j * up * FULL, "smooth"),
    )
    blade = Contour(anchors, closed=True)
    stem = dials["stem"] / 100.0
    return (blade, Contour((Anchor(1j), Anchor(1j + 1j * stem)))) if stem > 0.0 else (blade,)


def _back(handle: complex | None) -> complex | None:
    return None if handle is None else -handle


LEAF = fitted_shape(
    name="leaf",
    label="Leaf",
    group="Round",
    words="plant petal feather blade",
    dials=(
        percent(
            "width", "Width", 60.0, "In % of its length.", least=5.0, most=150.0, felt=(50.0, 100.0)
        ),
        percent("widest", "Widest point", 45.0, "From tip to base, in %.", least=5.0, most=95.0),
        percent("tip", "Tip pointedness", 100.0, "Round at 0 %.", felt=(0.0, 50.0, 100.0)),
        percent("base", "Base pointedness", 60.0, "Round at 0 %.", felt=(0.0, 50.0, 100.0)),
        percent("stem", "Stem", 20.0, "Length, in % of the leaf's.", felt=(0.0,)),
    ),
    pegs=(
        between("widest", lambda d: 0.16 + 0j, lambda d: 0.16 + 1j),
        between("stem", lambda d: 1j, lambda d: 2j),
    ),
    form=_form,
)
