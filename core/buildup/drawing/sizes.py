"""Sheet sizes in common use.

ISO A and B: ISO 216. Letter: ANSI/ASME Y14.1, 8.5 × 11 in. Icon sizes: common practice.
"""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class SheetSize:
    """A named size, in its own unit."""

    label: str
    width: float
    height: float
    unit: str


SHEET_SIZES = (
    SheetSize("A2", 420, 594, "mm"),
    SheetSize("A3", 297, 420, "mm"),
    SheetSize("A4", 210, 297, "mm"),
    SheetSize("A5", 148, 210, "mm"),
    SheetSize("A6", 105, 148, "mm"),
    SheetSize("B4", 250, 353, "mm"),
    SheetSize("B5", 176, 250, "mm"),
    SheetSize("Letter", 8.5, 11, "in"),
    SheetSize("Square", 200, 200, "mm"),
    SheetSize("Icon 24", 24, 24, "px"),
    SheetSize("Icon 64", 64, 64, "px"),
    SheetSize("Icon 512", 512, 512, "px"),
)
