"""Work of which a process does one piece at a time; who comes meanwhile waits a little."""

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from common.messages import refusal


class ExclusiveSlot:
    """Lets one thread through at a time.

    Args:
        patience: seconds that others wait.
        refusal_key: the key of the sentence that they get then.
    """

    def __init__(self, *, patience: float, refusal_key: str) -> None:
        self._room = BoundedSemaphore(1)
        self._patience = patience
        self._refusal_key = refusal_key

    @contextmanager
    def one(self) -> Iterator[None]:
        """While this is open, nobody else is inside.

        Raises:
            Refusal: `busy`.
        """
        if not self._room.acquire(timeout=self._patience):
            raise refusal(self._refusal_key)
        try:
            yield
        finally:
            self._room.release()


PDFIUM = ExclusiveSlot(
    patience=20.0,
    refusal_key="busy.import",
)
"""PDFium may be called by one thread at a time only (says its documentation)."""
