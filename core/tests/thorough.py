"""How far the tests look: `bin/test --thorough` looks as far as they can.

Slow oracles go through a part of their cases in every run, and through all of them then. What is
left out is the same in every run, so that a run says the same as the one before.
"""

import os
from collections.abc import Sequence
from typing import TypeVar

T = TypeVar("T")

THOROUGH = os.environ.get("BUILDUP_THOROUGH") == "1"


def some(cases: Sequence[T], *, every: int) -> Sequence[T]:
    """Each so-manyth of some cases from the first one on; all of them in a thorough run.

    >>> list(some("abcdefg", every=3)) if not THOROUGH else ["a", "d", "g"]
    ['a', 'd', 'g']
    """
    return cases if THOROUGH else cases[::every]


def size(most: int, *, usually: int) -> int:
    """How large a case is made: the larger one in a thorough run."""
    return most if THOROUGH else usually
