"""A job sent to the cutter over its socket, piece by piece, and what it did told by itself."""

import socket
import time
from collections.abc import Iterator
from dataclasses import dataclass

from buildup.cutting.device import ERRORS, IDENTITY, STEPS, read_strokes
from buildup.errors import Refusal
from buildup.formats.hpgl.hpglread import PenStroke
from buildup.geometry.progress import done
from common.messages import refusal
from django.conf import settings

PIECE = 2_048
"""Bytes that are sent before the cutter is asked how it is."""
PATIENCE = 20.0
"""Seconds that it may take to answer."""
MISTAKE = 32
"""The bit of its status that says so."""
END = b"\r"
LONGEST_TALK = 600.0
"""Seconds that one job may take in all."""
LONGEST_ANSWER = 64 * 1024 * 1024
"""Bytes."""


@dataclass(frozen=True)
class Answered:
    """What a cutter did.

    Args:
        strokes: of its blade.
        trouble: why it did no more; empty where it did all.
    """

    strokes: tuple[PenStroke, ...]
    trouble: str = ""


def sent(text: str, *, width: float, height: float) -> Answered:
    """A job, cut.

    Args:
        text: as HP-GL.
        width: of the sheet in the cutter, millimetres.
        height: likewise.

    Raises:
        Refusal: `no_cutter` where none answers.
    """
    try:
        with socket.create_connection(settings.CUTTER, PATIENCE) as door:
            door.settimeout(PATIENCE)
            door.setsockopt(socket.IPPROTO_TCP, socket.TCP_NODELAY, 1)  # questions go out at once
            return _Talk(door).job(text.encode("ascii"), width=width, height=height)
    except OSError:
        raise refusal("no_cutter") from None


def _pieces(data: bytes) -> Iterator[bytes]:
    """Whole instructions, some kilobytes at a time: between them a cutter can be asked."""
    piece = b""
    for instruction in data.split(b";"):
        piece += instruction + b";"
        if len(piece) >= PIECE:
            yield piece
            piece = b""
    if piece.strip(b";\n"):
        yield piece


class _Talk:
    """A talk with a cutter; answers end with a carriage return."""

    def __init__(self, door: socket.socket) -> None:
        self._door = door
        self._heard = b""
        self._until = time.monotonic() + LONGEST_TALK

    def job(self, data: bytes, *, width: float, height: float) -> Answered:
        if self._asked(b"OI;") != IDENTITY:  # something else listens there
            raise ConnectionError
        self._door.sendall(f"IN;PS{height * STEPS:.0f},{width * STEPS:.0f};".encode())
        trouble = self._mistake()
        sent = 0
        for piece in _pieces(data):
            if trouble:
                break
            self._door.sendall(piece)
            trouble = self._mistake() or self._stopped(sent / len(data))
            sent += len(piece)
        strokes = read_strokes(self._asked(b"OR;"))
        return Answered(strokes, trouble)

    def _mistake(self) -> str:
        """What the cutter says is wrong; empty for nothing."""
        if not int(self._asked(b"OS;")) & MISTAKE:
            return ""
        number = int(self._asked(b"OE;"))
        return (
            f"The cutting table reports error {number}: "
            f"{ERRORS.get(number, 'unknown')}. What was cut before is shown; nothing "
            "more was cut."
        )

    def _stopped(self, part: float) -> str:
        """Why the job ends here, once it is told how much of it was sent; empty: it goes on."""
        try:
            done(part)
        except Refusal as refusal:
            if refusal.code != "stopped":
                raise
            return "Stopped. What was cut before is shown; nothing more was cut."
        return ""

    def _asked(self, question: bytes) -> str:
        if time.monotonic() > self._until:
            raise TimeoutError
        self._door.sendall(question)
        while END not in self._heard:
            more = self._door.recv(1 << 16)
            if not more or len(self._heard) > LONGEST_ANSWER:
                raise ConnectionError
            self._heard += more
        answer, _, self._heard = self._heard.partition(END)
        return answer.decode("ascii")
