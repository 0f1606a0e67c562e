"""A mapping as a value: one that differs from another in little shares all the rest with it."""

from collections.abc import Iterable, Iterator, Mapping
from typing import Any, TypeVar

V = TypeVar("V")
MOST_OVER = 256
"""Changes that lie over what is shared; with more, all are laid together into one dictionary."""


class Layered(Mapping[str, V]):
    """An immutable mapping whose `changed` costs what is changed, not what it holds.

    >>> few = Layered({"a": 1, "b": 2})
    >>> more = few.changed({"c": 3}, removed=["a"])
    >>> dict(few), dict(more), more.since(few) == {"a", "c"}
    ({'a': 1, 'b': 2}, {'b': 2, 'c': 3}, True)
    """

    __slots__ = ("_base", "_count", "_gone", "_over")

    def __init__(self, held: Mapping[str, V] | None = None) -> None:
        self._base: dict[str, V] = dict(held or {})
        self._over: dict[str, V] = {}
        self._gone: frozenset[str] = frozenset()
        """Of the keys of the base."""
        self._count = len(self._base)

    def __getitem__(self, key: str) -> V:
        if key in self._over:
            return self._over[key]
        if key in self._gone:
            raise KeyError(key)
        return self._base[key]

    def get(self, key: str, default: Any = None) -> Any:
        """The value of a key, or what is given instead where there is none."""
        if key in self._over:
            return self._over[key]
        return default if key in self._gone else self._base.get(key, default)

    @property
    def base(self) -> Mapping[str, V]:
        """What it shares with others."""
        return self._base

    @property
    def over(self) -> Mapping[str, V]:
        """What is otherwise than there, or new."""
        return self._over

    def is_shared(self, key: str) -> bool:
        """Whether the value of a key is that of the base."""
        return key in self._base and key not in self._over and key not in self._gone

    def __contains__(self, key: object) -> bool:
        return key in self._over or (key in self._base and key not in self._gone)

    def __iter__(self) -> Iterator[str]:
        yield from (k for k in self._base if k not in self._gone)
        yield from (k for k in self._over if k not in self._base or k in self._gone)

    def __len__(self) -> int:
        return self._count

    def keep(self, key: str, value: V) -> None:
        """Put another form of the same value in the place of one that is there, for all sharers."""
        (self._over if key in self._over else self._base)[key] = value

    def since(self, before: "Layered[V]") -> set[str] | None:
        """The keys with another value than before; None: they share too little to say."""
        if before._base is not self._base:
            return None
        keys = self._over.keys() | before._over.keys() | self._gone | before._gone
        return {k for k in keys if self._told(k) is not before._told(k)}

    def _told(self, key: str) -> V | None:
        told: V | None = self.get(key)
        return told

    def changed(self, put: Mapping[str, V], removed: Iterable[str] = ()) -> "Layered[V]":
        """The mapping after some values were put and others removed."""
        after: Layered[V] = Layered()
        after._base, after._over = self._base, self._over | dict(put)
        gone = set(self._gone) if self._gone else set()
        count = self._count + sum(k not in self for k in put)
        for key in removed:
            count -= key in after._over or (key in self._base and key not in gone)
            after._over.pop(key, None)
            if key in self._base:
                gone.add(key)
        after._gone, after._count = frozenset(gone), count
        if len(after._over) + len(gone) > MOST_OVER:
            after._base = dict(after)
            after._over, after._gone = {}, frozenset()
        return after
