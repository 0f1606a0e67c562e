"""Contours as SVG path data (W3C SVG 2, chapter Paths)."""

from collections.abc import Iterable

from buildup.drawing.model import Contour


def path_data(contours: Iterable[Contour], *, decimals: int | None = None) -> str:
    """Absolute M, L, C and Z commands; doubles written so that they read back the same.

    A lone anchor becomes a move only, which paints nothing. With `decimals` numbers are rounded,
    for small pictures.
    """

    def _number(value: float) -> str:
        number = value if decimals is None else round(value, decimals)
        text = repr(number + 0.0)
        return text[:-2] if text.endswith(".0") else text

    parts: list[str] = []
    for contour in contours:
        at = contour.anchors[0].at
        parts.append(f"M{_number(at.real)} {_number(at.imag)}")
        for start, end in contour.pairs:
            x, y = _number(end.at.real), _number(end.at.imag)
            if start.out is None and end.into is None:
                parts.append(f"L{x} {y}")
                continue
            first, second = start.at + (start.out or 0), end.at + (end.into or 0)
            parts.append(
                f"C{_number(first.real)} {_number(first.imag)} "
                f"{_number(second.real)} {_number(second.imag)} {x} {y}"
            )
        if contour.closed:
            parts.append("Z")
    return "".join(parts)
