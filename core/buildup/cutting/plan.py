"""How a drawing is cut: the sheet in the cutter, the copies on it, the blade and its ways."""

from dataclasses import dataclass, fields
from typing import Any, ClassVar

from buildup.drawing.codec import finite, read
from buildup.messages import refusal

MM = 96.0 / 25.4
"""Sheet units in a millimetre."""
MOST_COPIES = 500
MARKS = 3
"""Registration marks of a sheet."""
RANGES = {
    "width": (10.0, 1_500.0),
    "height": (10.0, 3_000.0),
    "margin": (0.0, 100.0),
    "gap": (0.0, 100.0),
    "copies": (1, MOST_COPIES),
    "blade": (0.01, 5.0),
    "overcut": (0.0, 10.0),
    "tolerance": (0.005, 1.0),
    "speed": (1.0, 1_000.0),
    "weeding": (0.0, 500.0),
    "knife": (0.0, 5.0),
    "acceleration": (50.0, 50_000.0),
}
"""The least and the most of each."""


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPlan:
    """How a drawing is cut; lengths in millimetres."""

    __pydantic_config__: ClassVar[dict[str, Any]] = {
        "extra": "forbid",
        "allow_inf_nan": False,
        "use_attribute_docstrings": True,
    }

    width: float = 300.0
    """Of the sheet in the cutter."""
    height: float = 400.0
    """Likewise."""
    margin: float = 5.0
    """Left free along the edges of the sheet."""
    gap: float = 4.0
    """Between copies."""
    copies: int = 1
    """How many are wanted."""
    blade: float = 0.25
    """How wide it cuts: forms nearer to each other than that tear."""
    overcut: float = 0.5
    """How far a closed path is cut on beyond where it began, so that it comes free."""
    tolerance: float = 0.05
    """That chords may stay from the curves."""
    speed: float = 80.0
    """Of the blade in the sheet, a second."""
    frames: bool = True
    """A frame is cut around each copy, halfway into the gap, to weed it by."""
    weeding: float = 0.0
    """From one line across what is weeded to the next; 0: there are none."""
    knife: float = 0.0
    """From the tip of a drag knife to the axis that the carriage moves; 0: the tool cuts there."""
    acceleration: float = 3_000.0
    """Of the carriage, millimetres a second²."""
    marks: bool = False
    """There are registration marks within the margin."""
    measured: tuple[tuple[float, float], ...] = ()
    """Where they were found, lower left, lower right and upper left, from the lower left of the
    sheet in the cutter; empty: they were not looked for."""

    def __post_init__(self) -> None:
        for f in fields(self):
            value = getattr(self, f.name)
            if f.name not in RANGES:
                continue
            finite(value, f.name)
            least, most = RANGES[f.name]
            if not least <= value <= most:
                raise refusal("bad_plan", f.name, least=least, most=most)
        for place in (v for pair in self.measured for v in pair):
            finite(place, "measured")
        if len(self.measured) not in (0, MARKS):
            raise refusal("bad_marks")


def read_plan(data: object) -> CutPlan:
    """A plan from JSON values.

    Raises:
        Refusal: `bad_data` or `bad_plan`.

    """
    return read(CutPlan, data)
