"""Work of which a process does one piece at a time; who comes meanwhile waits a little."""

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from buildup.errors import Refusal


class Turnstile:
    """Lets one thread through at a time.

    Args:
        patience: seconds that others wait.
        sentence: what they are told then.
    """

    def __init__(self, *, patience: float, sentence: str) -> None:
        self._room = BoundedSemaphore(1)
        self._patience = patience
        self._sentence = sentence

    @contextmanager
    def one(self) -> Iterator[None]:
        """While this is open, nobody else is inside.

        Raises:
            Refusal: `busy`.
        """
        if not self._room.acquire(timeout=self._patience):
            raise Refusal("busy", self._sentence)
        try:
            yield
        finally:
            self._room.release()


PDFIUM = Turnstile(
    patience=20.0,
    sentence="The server is busy with other imports. Nothing was changed; try again.",
)
"""PDFium may be called by one thread at a time only (says its documentation)."""
