"""What became of a file that was read and written again."""

from dataclasses import dataclass

ALIKE = 0.01
"""The share of pixels in which a file may differ and still count as the same."""


@dataclass(frozen=True)
class Verdict:
    """What became of a file.

    Args:
        name: of the file.
        apart: the share of pixels in which it differs from what it was; 1 where it was refused.
        left: what its reader says that it left out or changed, by kind and count.
        refused: the sentence that refused it; empty for none.

    """

    name: str
    apart: float
    left: tuple[tuple[str, int], ...] = ()
    refused: str = ""

    @property
    def differs(self) -> bool:
        """Whether it looks like something else."""
        return self.apart > ALIKE

    @property
    def silent(self) -> bool:
        """Whether it does so and nothing is said."""
        return self.differs and not self.left and not self.refused
