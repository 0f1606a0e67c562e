"""Symmetric positive definite systems whose rows reach only to near ones.

Cholesky's factors within the envelope: each row from its first entry on. Unknowns around a ring
are taken from both sides in turn, so that the ring's ends lie near each other as well.
"""

import math
from collections.abc import Mapping, Sequence
from typing import TypeVar

T = TypeVar("T", float, complex)


def solved(rows: Sequence[Mapping[int, float]], right: Sequence[T]) -> list[T]:
    """The solution of a system.

    Args:
        rows: of each row the entries at and before its diagonal, by column.
        right: a value for each row, real or complex.

    Raises:
        ZeroDivisionError: it is not positive definite.

    >>> solved([{0: 4.0}, {0: 2.0, 1: 5.0}], [8.0, 12.0])
    [1.0, 2.0]
    >>> solved([], [])
    []
    """
    starts: list[int] = []
    factors: list[list[float]] = []
    for i, row in enumerate(rows):
        start = min(row, default=i)
        line: list[float] = []
        for j in range(start, i + 1):
            other, low = (factors[j], starts[j]) if j < i else (line, start)
            first = max(start, low)
            rest = row.get(j, 0.0) - math.fsum(
                line[k - start] * other[k - low] for k in range(first, j)
            )
            if j < i:
                line.append(rest / other[j - low])
            elif rest <= 0.0:
                raise ZeroDivisionError("not positive definite")
            else:
                line.append(math.sqrt(rest))
        starts.append(start)
        factors.append(line)
    values = list(right)
    for i, (start, line) in enumerate(zip(starts, factors, strict=True)):
        for k in range(start, i):
            values[i] -= line[k - start] * values[k]
        values[i] /= line[-1]
    for i in range(len(values) - 1, -1, -1):
        start, line = starts[i], factors[i]
        values[i] /= line[-1]
        for k in range(start, i):
            values[k] -= line[k - start] * values[i]
    return values


def around(count: int) -> list[int]:
    """The numbers below `count` from both ends in turn: a ring's neighbours come to lie near.

    >>> around(5)
    [0, 4, 1, 3, 2]
    """
    return [k // 2 if k % 2 == 0 else count - 1 - k // 2 for k in range(count)]
