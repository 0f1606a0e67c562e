"""Contours as SVG path data (W3C SVG 2, chapter Paths)."""

from collections.abc import Iterable

from buildup.drawing.model import Contour


def path_data(contours: Iterable[Contour], *, decimals: int | None = None) -> str:
    """Absolute M, L, C and Z commands; doubles written so that they read back the same.

    A lone anchor becomes a move only, which paints nothing. With `decimals` numbers are rounded,
    for small pictures.
    """
    number = _exact if decimals is None else lambda v: _exact(round(v, decimals))
    parts: list[str] = []
    for contour in contours:
        at = contour.anchors[0].at
        parts.append(f"M{number(at.real)} {number(at.imag)}")
        for start, end in contour.pairs:
            x, y = number(end.at.real), number(end.at.imag)
            if start.out is None and end.into is None:
                parts.append(f"L{x} {y}")
                continue
            first, second = start.at + (start.out or 0), end.at + (end.into or 0)
            parts.append(
                f"C{number(first.real)} {number(first.imag)} "
                f"{number(second.real)} {number(second.imag)} {x} {y}"
            )
        if contour.closed:
            parts.append("Z")
    return "".join(parts)


def _exact(value: float) -> str:
    text = repr(value + 0.0)
    return text[:-2] if text.endswith(".0") else text
