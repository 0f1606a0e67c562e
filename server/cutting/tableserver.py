"""The cutting table at a loopback socket: each connection is a job on a new sheet.

It reads what comes, in whatever pieces, hands it to the simulated cutter and sends back what that
answers. A connection that says nothing for a while, or sends more than any job has, is closed.
"""

import re
import socketserver
from threading import BoundedSemaphore

from buildup.cutting.device import Cutter

SHEET = (300.0, 400.0)
"""Millimetres, until PS says otherwise."""
PIECE = 4_096
"""Bytes."""
MOST_BYTES = 32 * 1024 * 1024
"""Of one job."""
SILENCE = 30.0
"""Seconds after which a silent connection is closed."""
LOOPBACK = "127.0.0.1"
MOST_AT_ONCE = 8
"""Connections; of more the newest are closed at once."""
HTTP = re.compile(rb"[A-Z]{3,10} \S{1,2000} HTTP/")
"""How a request of a page begins, which has nothing to say to a cutter."""


PLACES = BoundedSemaphore(MOST_AT_ONCE)


class OneJob(socketserver.BaseRequestHandler):
    """A connection."""

    def handle(self) -> None:
        """Until it is closed, or says nothing any more."""
        cutter = Cutter(*SHEET)
        self.request.settimeout(SILENCE)
        left = MOST_BYTES
        if not PLACES.acquire(blocking=False):
            return
        try:
            while left > 0 and (data := self.request.recv(PIECE)):
                if left == MOST_BYTES and HTTP.match(data):
                    return
                left -= len(data)
                answer = cutter.feed(data)
                if answer:
                    self.request.sendall(answer)
        except (TimeoutError, ConnectionError):
            return
        finally:
            PLACES.release()


class TableServer(socketserver.ThreadingTCPServer):
    """Listens on the loopback only."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, port: int) -> None:
        super().__init__((LOOPBACK, port), OneJob)
