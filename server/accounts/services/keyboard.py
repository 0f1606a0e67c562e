"""The keys that a person has given to acts, and whether single keys do anything.

Which acts there are the front end alone knows; here a name stays a name, and what is no longer one
of an act is simply not looked up any more.
"""

from typing import Any

from accounts.models import User


def keyboard_of(user: User) -> dict[str, Any]:
    """The keys by the names of acts (None: the act has no key), and whether single keys act."""
    kept = user.keyboard or {}
    return {"keys": kept.get("keys", {}), "single_keys": kept.get("single_keys", True)}


def keep_keyboard(user: User, *, keys: dict[str, str | None], single_keys: bool) -> dict[str, Any]:
    """Keep both, in place of what was kept before."""
    user.keyboard = {"keys": keys, "single_keys": single_keys}
    user.save(update_fields=["keyboard"])
    return keyboard_of(user)
