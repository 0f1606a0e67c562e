"""Long lists, some at a time."""

from typing import TypeVar

from django.db.models import Model, Q, QuerySet

Row = TypeVar("Row", bound=Model)
PAGE = 60
"""Rows in one answer, where nothing else is asked for."""
MOST = 200


def page_of(
    rows: QuerySet[Row], by: str, *, after: int | None, most: int
) -> tuple[list[Row], bool]:
    """Some rows, the latest first by a date and then by number, and whether there are more.

    Args:
        rows: all of them.
        by: the field of the date.
        after: the number of the one that was the last of the page before; one that is no longer
            among them begins anew.
        most: how many, from 1 to `MOST`.
    """
    last = rows.filter(pk=after).values_list(by, flat=True).first() if after else None
    if last is not None:
        rows = rows.filter(Q(**{f"{by}__lt": last}) | Q(**{by: last, "pk__lt": after}))
    wanted = min(max(most, 1), MOST)
    found = list(rows.order_by(f"-{by}", "-pk")[: wanted + 1])
    return found[:wanted], len(found) > wanted
