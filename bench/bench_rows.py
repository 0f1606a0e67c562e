"""A measured row, and the table of them."""

from collections.abc import Sequence
from dataclasses import dataclass


@dataclass(frozen=True)
class Row:
    """What was measured, its median and 95th percentile, and its budget (milliseconds)."""

    what: str
    middle: float
    p95: float
    budget: float | None


def table(rows: Sequence[Row]) -> str:
    """The rows as a Markdown table."""
    lines = ["| what | median | p95 | budget |", "|---|---|---|---|"]
    for row in rows:
        budget = "" if row.budget is None else f"{row.budget:g} ms"
        lines.append(f"| {row.what} | {row.middle:.1f} ms | {row.p95:.1f} ms | {budget} |")
    return "\n".join(lines)
