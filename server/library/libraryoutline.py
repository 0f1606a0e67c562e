"""An outline on its way to the shelf."""

import secrets
from dataclasses import dataclass


@dataclass(frozen=True)
class LibraryOutline:
    """Items that are kept under a name, in a tray.

    Args:
        tray: the compartment of the shelf.
        name: what the designer calls it.
        clip: the items as JSON text.
        key: what its linked copies know it by; empty: a new one.
        family: the key of the one it is a variation of; empty: it begins one.
        state: how often it was changed, from 1.
        rank: where it lies in its tray; 0: behind all.
    """

    tray: str
    name: str
    clip: str
    key: str = ""
    family: str = ""
    state: int = 1
    rank: int = 0


def new_key() -> str:
    """A key that nobody has: 72 random bits."""
    return secrets.token_urlsafe(9)
