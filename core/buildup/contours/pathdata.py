"""Contours as SVG path data (W3C SVG 2, chapter Paths)."""

from collections.abc import Callable, Iterable, Iterator
from functools import lru_cache

from buildup.contours.anchors import Contour
from buildup.contours.runs import LONG, MOST_RUNS, Run, runs_of

Written = Callable[[float], str]
"""How a number is written."""


def path_data(contours: Iterable[Contour], *, decimals: int | None = None) -> str:
    """Absolute M, L, C and Z commands; doubles written so that they read back the same.

    A lone anchor becomes a move only, which paints nothing. With `decimals` numbers are rounded,
    for small pictures.
    """
    number: Written = _exact if decimals is None else lambda v: _exact(round(v, decimals))
    parts: list[str] = []
    for contour in contours:
        at = contour.anchors[0].at
        parts.append(f"M{number(at.real)} {number(at.imag)}")
        if decimals is None and len(contour.anchors) >= LONG:
            parts += map(_run_data, runs_of(contour))
        else:
            parts += _segments(contour, number)
        if contour.closed:
            parts.append("Z")
    return "".join(parts)


@lru_cache(maxsize=MOST_RUNS)
def _run_data(run: Run) -> str:
    return "".join(_segments(run.path, _exact))


def _segments(contour: Contour, number: Written) -> Iterator[str]:
    for start, end in contour.pairs:
        x, y = number(end.at.real), number(end.at.imag)
        if start.out is None and end.into is None:
            yield f"L{x} {y}"
            continue
        first, second = start.at + (start.out or 0), end.at + (end.into or 0)
        yield (
            f"C{number(first.real)} {number(first.imag)} "
            f"{number(second.real)} {number(second.imag)} {x} {y}"
        )


def _exact(value: float) -> str:
    text = repr(value + 0.0)
    return text[:-2] if text.endswith(".0") else text
