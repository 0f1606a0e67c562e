"""A measured row, and the table of them."""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True)
class Row:
    """What was measured, its median and 95th percentile, and its budget, in a unit."""

    what: str
    middle: float
    p95: float
    budget: float | None
    unit: str = " ms"


def table(rows: Sequence[Row]) -> str:
    """The rows as a Markdown table."""
    lines = ["| what | median | p95 | budget |", "|---|---|---|---|"]
    for row in rows:
        budget = "" if row.budget is None else f"{row.budget:g}{row.unit}"
        middle, p95 = (f"{value:.1f}{row.unit}" for value in (row.middle, row.p95))
        lines.append(f"| {row.what} | {middle} | {p95} | {budget} |")
    return "\n".join(lines)
