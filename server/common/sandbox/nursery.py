"""The process that has all readers loaded and forks a child for each job.

It is run as a script, apart from the server: it knows no settings, no password, no database. Its
one argument is the module that has the jobs. It hears from the server on the socket that is its
standard input: with each message come the socket to a child and the lock of its place. It ends when
the server does.
"""

import array
import gc
import importlib
import os
import signal
import socket
import sys
import traceback
from pathlib import Path

ROOT = Path(__file__).resolve().parents[3]
DESCRIPTORS = 2
"""That come with a message: the socket, the lock."""


def main() -> None:
    """Load everything, then fork until the server has gone."""
    sys.path[:0] = [str(ROOT / "core"), str(ROOT / "server")]
    from common.sandbox import confine  # noqa: PLC0415 (not before the path is set)

    jobs = importlib.import_module(sys.argv[1])  # all of them are loaded before the first child
    control = socket.socket(fileno=os.dup(0))
    with open(os.devnull, "rb") as nothing:
        os.dup2(nothing.fileno(), 0)
    try:
        confine.never_outside()
    except OSError as problem:
        print(f"Files are read without a barred network: {problem}", file=sys.stderr)  # noqa: T201
    signal.signal(signal.SIGCHLD, signal.SIG_IGN)
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    gc.freeze()
    size = socket.CMSG_SPACE(DESCRIPTORS * array.array("i").itemsize)
    while True:
        word, ancillary, _, _ = control.recvmsg(1, size)
        if not word:
            return
        held = array.array("i")
        for _, _, raw in ancillary:
            held.frombytes(raw[: len(raw) - len(raw) % held.itemsize])
        if len(held) == DESCRIPTORS and os.fork() == 0:
            control.close()
            status = 1
            try:
                with socket.socket(fileno=held[0]) as link:
                    jobs.answer(link)
                status = 0
            except BaseException:
                traceback.print_exc()
            finally:
                os._exit(status)
        for descriptor in held:
            os.close(descriptor)


if __name__ == "__main__":
    main()
