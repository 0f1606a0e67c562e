"""The cross."""

from buildup.contours.anchors import Contour
from buildup.shapes.cornerdials import CORNER_DIALS
from buildup.shapes.dialkinds import percent
from buildup.shapes.fitted import between, fitted_shape, polygon
from buildup.shapes.kinds import Dials


def _form(dials: Dials) -> tuple[Contour, ...]:
    width = dials["width"] / 100.0
    x = (1.0 - width) * dials["across"] / 100.0
    y = (1.0 - width) * dials["level"] / 100.0
    right, low = x + width, y + width
    spots = [
        complex(x, 0), complex(right, 0), complex(right, y), complex(1, y), complex(1, low),
        complex(right, low), complex(right, 1), complex(x, 1), complex(x, low), complex(0, low),
        complex(0, y), complex(x, y),
    ]  # fmt: skip
    return (polygon(spots, dials),)


CROSS = fitted_shape(
    name="cross",
    label="Cross",
    group="Signs",
    words="plus first aid add",
    dials=(
        percent("width", "Arm width", 34.0, "In % of the width.", least=2.0, most=96.0),
        percent(
            "across",
            "Vertical arm",
            50.0,
            "Position from left to right, in %.",
            least=1.0,
            most=99.0,
        ),
        percent(
            "level",
            "Horizontal arm",
            50.0,
            "Position from top to bottom, in %.",
            least=1.0,
            most=99.0,
        ),
        *CORNER_DIALS,
    ),
    pegs=(
        between("width", lambda d: complex(d["across"] / 100.0, 0.0), lambda d: 1 + 0j),
        between("level", lambda d: 0j, lambda d: 1j),
    ),
    form=_form,
)
