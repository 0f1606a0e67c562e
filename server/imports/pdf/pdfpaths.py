"""A path of a PDF (ISO 32000-1, 8.5.2) as path data of SVG, in the same coordinates."""

from buildup.geometry.boxes import Box

from imports.pdf.pdfvalues import number_text


def _at(*positions: complex) -> str:
    return " ".join(f"{number_text(p.real)} {number_text(p.imag)}" for p in positions)


def _of_box(x: float, y: float, width: float, height: float) -> str:
    at = complex(x, y)
    corners = (at + width, at + complex(width, height), at + 1j * height)
    return f"M{_at(at)}" + "".join(f"L{_at(c)}" for c in corners) + "Z"


class PathMaker:
    """Path data while it is made; a segment before any point is no segment."""

    def __init__(self) -> None:
        self._parts: list[str] = []
        self._here: complex | None = None
        self._start = 0j
        self._boxes: list[Box] = []

    @property
    def only_box(self) -> Box | None:
        """The rectangle that it is, drawn by one operator; None: it is something else."""
        return self._boxes[0] if len(self._boxes) == len(self._parts) == 1 else None

    @property
    def data(self) -> str:
        """All of it; empty where nothing was drawn."""
        return "".join(self._parts)

    def move(self, *to: complex) -> None:
        """Begin a subpath."""
        for at in to[:1]:
            self._parts.append(f"M{_at(at)}")
            self._here = self._start = at

    def line(self, *to: complex) -> None:
        """A straight line."""
        for at in to[:1] if self._here is not None else ():
            self._parts.append(f"L{_at(at)}")
            self._here = at

    def curve(self, *three: complex) -> None:
        """A cubic curve."""
        if self._here is not None and len(three) == 3:
            self._parts.append(f"C{_at(*three)}")
            self._here = three[2]

    def curve_from_here(self, *two: complex) -> None:
        """One whose first handle has no length (operator v)."""
        if self._here is not None and len(two) == 2:
            self.curve(self._here, *two)

    def curve_to_end(self, *two: complex) -> None:
        """One whose second handle has no length (operator y)."""
        if len(two) == 2:
            self.curve(two[0], two[1], two[1])

    def close(self) -> None:
        """Close the subpath."""
        if self._here is not None and self._parts and self._parts[-1] != "Z":
            self._parts.append("Z")
            self._here = self._start

    def box(self, *four: float) -> None:
        """A rectangle (operator re)."""
        if len(four) == 4:
            self._parts.append(_of_box(*four))
            end = complex(four[0] + four[2], four[1] + four[3])
            self._boxes.append(Box.around((complex(four[0], four[1]), end)))
            self._here = self._start = complex(four[0], four[1])
