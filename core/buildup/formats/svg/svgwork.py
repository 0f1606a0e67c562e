"""How much work a document may ask for: a fixed amount, and more with its length.

Elements that are used many times, rules that fit many elements, clip paths that are named over and
over draw nothing by themselves, so it is not what comes out that is counted but what is looked at.
"""

from buildup.errors import Refusal
from buildup.messages import refusal

ALWAYS = 500_000
"""Units that any document may ask for: some two seconds."""
FOR_A_CHARACTER = 0.5
VISIT = 10
"""Units that looking at an element takes; looking at a rule takes one."""
CHARACTERS = 4
"""Of a value, that are read in a unit."""


def too_much(why: str) -> Refusal:
    """The refusal for a document of which something is more than is read at once."""
    return refusal(f"too_much.svg_{why}")


class Work:
    """What is left of the work that a document may ask for.

    Args:
        length: characters of the document.
    """

    def __init__(self, length: int) -> None:
        self._left = ALWAYS + int(FOR_A_CHARACTER * length)

    def spend(self, units: int) -> None:
        """Some more work is done.

        Raises:
            Refusal: `too_much`.
        """
        self._left -= units
        if self._left < 0:
            raise too_much("uses")

    def visit(self, *texts: str | None) -> None:
        """An element is looked at, and some of its values are read.

        Raises:
            Refusal: `too_much`.
        """
        self.spend(VISIT + sum(len(t) for t in texts if t) // CHARACTERS)
