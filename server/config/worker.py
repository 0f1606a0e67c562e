"""A worker whose threads do not wait for ever for those who send a byte now and then."""

import errno
import socket
import time
from typing import Any

from gunicorn.workers.gthread import ThreadWorker

PATIENCE = 8.0
"""Seconds that one request may let a thread wait, all its waiting together."""
SLOWEST = 16_000.0
"""Bytes that buy another second: a picture of 20 MB may take twenty minutes, a header may not."""


class SlowClientSocket(socket.socket):
    """A socket that waits for its sender only so long."""

    left = PATIENCE

    def recv(self, size: int, flags: int = 0) -> bytes:
        """What has come, or will come in time."""
        begun = time.monotonic()
        self.settimeout(max(self.left, 0.01))
        try:
            data = super().recv(size, flags)
        except TimeoutError:
            raise ConnectionResetError(errno.ECONNRESET, "the sender was too slow") from None
        finally:
            self.settimeout(None)
        self.left += len(data) / SLOWEST - (time.monotonic() - begun)
        return data


class SlowClientWorker(ThreadWorker):
    """Gunicorn's threads on patient sockets."""

    def enqueue_req(self, conn: Any) -> None:
        """Hand a connection that has something to say to a thread."""
        if not isinstance(conn.sock, SlowClientSocket):
            conn.sock = SlowClientSocket(fileno=conn.sock.detach())
        conn.sock.left = PATIENCE
        super().enqueue_req(conn)
