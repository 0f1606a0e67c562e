"""Who may have a password hashed, which is slow on purpose: guessers must not keep others out.

Wrong passwords are counted by the address they come from before anything waits; of one address a
few wait at a time; and the queue is short and fair.
"""

import ipaddress
import threading
import time
from collections import Counter
from collections.abc import Iterator
from contextlib import contextmanager, suppress

from buildup.errors import Refusal
from common.messages import refusal
from django.core.cache import cache

AT_ONCE = 1
"""Passwords hashed at a time in a process."""
OF_ONE_ADDRESS = 2
"""Sign-ins of one address that wait or are hashed."""
PATIENCE = 3.0
"""Seconds a sign-in waits for its turn."""
MOST_WRONG = 20
"""Wrong passwords of one address that are let through at once, whatever the names."""
EVERY = 15.0
"""Seconds after which one more is."""
V6_OF_ONE = 64
"""Bits of an IPv6 address that one sender has in common (RFC 6177)."""

_room = threading.BoundedSemaphore(AT_ONCE)
_waiting: Counter[str] = Counter()
_lock = threading.Lock()


def network(address: str) -> str:
    """The address, of IPv6 the network that one sender has.

    >>> network("192.0.2.7"), network("2001:db8:1:2:3::4"), network("nonsense")
    ('192.0.2.7', '2001:db8:1:2::', 'nonsense')
    """
    try:
        found = ipaddress.ip_address(address)
    except ValueError:
        return address[:64]
    if found.version == 4:
        return str(found)
    return str(ipaddress.ip_network((found, V6_OF_ONE), strict=False).network_address)


@contextmanager
def turn(address: str) -> Iterator[None]:
    """While this is open, a password may be hashed.

    Raises:
        Refusal: `locked_out` where too many came from there, `busy` where others are in the way.
    """
    sender = network(address)
    if _wrong(sender) >= MOST_WRONG:
        raise refusal("locked_out.network")
    with _lock:
        if _waiting[sender] >= OF_ONE_ADDRESS:
            raise _busy()
        _waiting[sender] += 1
    try:
        if not _room.acquire(timeout=PATIENCE):
            raise _busy()
        try:
            yield
        finally:
            _room.release()
    finally:
        with _lock:
            _waiting[sender] -= 1
            if not _waiting[sender]:
                del _waiting[sender]


def was_wrong(address: str) -> None:
    """Count a wrong password against where it came from."""
    sender = network(address)
    with _lock, suppress(OSError):  # a full disk keeps nobody out
        count, since = _wrong(sender) + 1, time.time()
        cache.set(_key(sender), (count, since), EVERY * (count + 1))


def _wrong(sender: str) -> float:
    """How many wrong ones count now: each is forgotten after a while."""
    with suppress(OSError):
        count, since = cache.get(_key(sender), (0.0, 0.0))
        left: float = count - (time.time() - since) / EVERY
        return max(0.0, left)
    return 0.0


def _key(sender: str) -> str:
    return f"wrong-{sender.replace(':', '.')}"


def _busy() -> Refusal:
    return refusal("busy.sign_in")
