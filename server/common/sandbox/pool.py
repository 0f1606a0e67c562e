"""The server's side of reading strangers' files: ask for a job, wait, and tell what went wrong."""

import atexit
import logging
import os
import socket
import subprocess  # a process of its own is what bounds it
import sys
import threading
from collections.abc import Mapping
from pathlib import Path
from typing import Any

from buildup.drawing.codec import read, write
from buildup.errors import Refusal
from buildup.formats.svg.text.svgfonts import FontWish, Say
from django.conf import settings

from common.messages import refusal
from common.sandbox import frames
from common.sandbox.slots import Slots

BEGINS = 60.0
"""Seconds until a child begins, while the nursery may still be loading."""
SILENT = 130.0
"""Seconds without a word; the kernel ends a child before that."""
SCRIPT = Path(__file__).with_name("nursery.py")
PLAIN = {
    "PATH": os.defpath,
    "LC_ALL": "C.UTF-8",
    "OPENBLAS_NUM_THREADS": "1",
    "HOME": "/",
}
"""All that the nursery knows of its surroundings."""
MOST_HERE = 3
"""Requests of this process that read files or wait for a place; its other threads serve others."""
_here = threading.BoundedSemaphore(MOST_HERE)
_log = logging.getLogger("common.sandbox")


class _Nursery:
    """The process that forks the children, started when it is first needed and whenever it died."""

    def __init__(self) -> None:
        self._lock = threading.Lock()
        self._control: socket.socket | None = None
        self._process: subprocess.Popen[bytes] | None = None
        self._owner = 0

    def start(self) -> None:
        """Begin to load, so that the first file need not wait."""
        with self._lock:
            self._started()

    def child(self, position: int) -> socket.socket:
        """The socket to a new child, which holds a place for as long as it lives."""
        with self._lock:
            for last in (False, True):
                ours, theirs = socket.socketpair()
                with theirs:
                    try:
                        socket.send_fds(self._started(), [b"x"], [theirs.fileno(), position])
                        return ours
                    except OSError:
                        ours.close()
                        self._forget()
                        if last:
                            raise
        raise AssertionError  # pragma: no cover

    def stop(self) -> None:
        """End it, and wait for that."""
        with self._lock:
            self._forget()

    def _started(self) -> socket.socket:
        if self._control is None or self._owner != os.getpid():
            ours, theirs = socket.socketpair(socket.AF_UNIX, socket.SOCK_SEQPACKET)
            with theirs:
                self._process = subprocess.Popen(  # noqa: S603 (our own script)
                    [sys.executable, "-I", str(SCRIPT), settings.SANDBOX_JOBS],
                    stdin=theirs.fileno(),
                    env=PLAIN,
                    cwd="/",
                )
            self._control, self._owner = ours, os.getpid()
        return self._control

    def _forget(self) -> None:
        if self._control is not None:
            self._control.close()
        if self._process is not None and self._owner == os.getpid():
            try:
                self._process.wait(5.0)
            except subprocess.TimeoutExpired:
                self._process.kill()
                self._process.wait()
        self._control = self._process = None


_nursery = _Nursery()
start, stop = _nursery.start, _nursery.stop
atexit.register(stop)


def run(
    job: str, data: bytes, *, patience: float = 20.0, say: Say | None = None, **words: Any
) -> tuple[Any, bytes]:
    """Do something with a stranger's file where it can do no harm.

    Args:
        job: of those of the module that the settings name.
        data: the file.
        patience: seconds to wait for a place.
        say: sets text that the file holds.
        words: that the job is told besides.

    Returns:
        What the job answers: JSON values, and bytes.

    Raises:
        Refusal: whatever the job refuses; `busy` where no place was free; `too_much` where it took
            more time or memory than it may; `unreadable` where its reader stumbled.

    """
    if not _here.acquire(blocking=False):
        raise refusal("busy.reading")
    try:
        return _done(job, data, patience, say, words)
    finally:
        _here.release()


def _done(
    job: str, data: bytes, patience: float, say: Say | None, words: Mapping[str, Any]
) -> tuple[Any, bytes]:
    position = Slots(settings.SANDBOX, settings.SANDBOX_PLACES).take(patience)
    if position is None:
        raise refusal("busy.reading")
    try:
        link = _begun(job, words, data, position)
    finally:
        os.close(position)
    with link:
        try:
            return _heard(link, job, say)
        except frames.BrokenOff:
            _log.warning("reading (%s, %d bytes) was ended at its limits", job, len(data))
            raise _too_much() from None


def _begun(job: str, words: Mapping[str, Any], data: bytes, position: int) -> socket.socket:
    """The socket to a child that has begun; where the nursery just died, to one of the next."""
    for last in (False, True):
        link = _nursery.child(position)
        try:
            link.settimeout(BEGINS)
            frames.send(link, {"job": job, "words": words}, data)
            frames.receive(link)
            link.settimeout(SILENT)
        except frames.BrokenOff:
            link.close()
            if last:
                _log.warning("reading (%s, %d bytes) did not begin", job, len(data))
                raise _too_much() from None
        else:
            return link
    raise AssertionError  # pragma: no cover


def _heard(link: socket.socket, job: str, say: Say | None) -> tuple[Any, bytes]:
    while True:
        message, out = frames.receive(link)
        if not isinstance(message, dict):
            raise frames.BrokenOff
        if "wish" in message:
            spoken = say(str(message["text"]), read(FontWish, message["wish"])) if say else None
            frames.send(link, None if spoken is None else write(spoken, defaults=True))
        elif "refused" in message:
            code, sentence, where = (str(part) for part in message["refused"])
            raise Refusal(code, sentence, where)
        elif message.get("failed") == "memory":
            raise _too_much()
        elif "failed" in message:
            _log.warning("reading (%s) stumbled: %s", job, message["failed"])
            raise refusal("unreadable")
        else:
            return message["result"], out


def _too_much() -> Refusal:
    return refusal("too_much.file")
