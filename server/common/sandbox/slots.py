"""How many files are read at a time, on all of this machine: locks that end with their holder."""

import fcntl
import os
import time
from pathlib import Path

AGAIN = 0.02
"""Seconds until a lock is tried again."""


class Slots:
    """Places that processes take, each by a lock on a file.

    Args:
        folder: where the files are; made when there is none.
        count: of places.
    """

    def __init__(self, folder: Path, count: int) -> None:
        self._folder = folder
        self._count = count

    def take(self, patience: float) -> int | None:
        """A place: an open file, which whoever has it holds; None after so many seconds.

        The lock ends when all copies of the open file are closed, also those of a child.
        """
        self._folder.mkdir(parents=True, exist_ok=True)
        until = time.monotonic() + patience
        while True:
            for number in range(self._count):
                position = self._tried(number)
                if position is not None:
                    return position
            if time.monotonic() >= until:
                return None
            time.sleep(AGAIN)

    def _tried(self, number: int) -> int | None:
        file = os.open(self._folder / f"reading-{number}", os.O_RDWR | os.O_CREAT, 0o600)
        try:
            fcntl.flock(file, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            os.close(file)
            return None
        except BaseException:
            os.close(file)
            raise
        return file
