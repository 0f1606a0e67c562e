"""What an import left out or changed, by kind, with the items that each speaks of."""

from collections import Counter
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field, replace

from buildup.messages import message


@dataclass(frozen=True, slots=True)
class ImportNote:
    """Something that an import left out or changed.

    Args:
        kind: what, as a noun in the plural.
        count: how often.
        items: the ids of the items that were made of what it speaks of, where there are some.
        changed: it was imported as something else; else it was not.

    """

    kind: str
    count: int
    items: tuple[str, ...] = ()
    changed: bool = False


Notes = tuple[ImportNote, ...]


def left_out(kinds: Mapping[str, int]) -> Notes:
    """Notes on what was left out, by kind and count.

    >>> [n.kind for n in left_out({"text": 2, "hatches": 1})]
    ['hatches', 'text']
    """
    return tuple(ImportNote(kind, count) for kind, count in sorted(kinds.items()) if count)


def sentence(notes: Iterable[ImportNote]) -> str:
    """A sentence on what was left out, and one on what was changed; empty for nothing.

    >>> sentence([ImportNote("scripts", 1), ImportNote("markers (now items)", 3, changed=True)])
    'Not imported: scripts (1). Changed: markers (now items) (3).'
    """
    sentences = []
    every = list(notes)
    for code, changed in (("notes.left_out", False), ("notes.changed", True)):
        kinds = [f"{n.kind} ({n.count})" for n in every if n.changed == changed]
        sentences += [message(code, kinds=", ".join(kinds))] if kinds else []
    return " ".join(sentences)


def together(notes: Iterable[ImportNote]) -> Notes:
    """Notes on several files as on one: those of a kind added up, without their items."""
    counts: Counter[tuple[bool, str]] = Counter()
    for note in notes:
        counts[note.changed, note.kind] += note.count
    return tuple(ImportNote(k, n, changed=c) for (c, k), n in sorted(counts.items()))


@dataclass(slots=True)
class Report:
    """The notes of an import while it is made."""

    _notes: dict[str, ImportNote] = field(default_factory=dict)
    _heard: list[str] = field(default_factory=list)

    def leave(self, kind: str) -> None:
        """Something is left out."""
        self._hear(kind, changed=False)

    def change(self, kind: str) -> None:
        """Something is imported as something else."""
        self._hear(kind, changed=True)

    def _hear(self, kind: str, *, changed: bool) -> None:
        known = self._notes.get(kind, ImportNote(kind, 0, changed=changed))
        self._notes[kind] = replace(known, count=known.count + 1)
        self._heard.append(kind)

    @property
    def heard(self) -> int:
        """How much was noted so far."""
        return len(self._heard)

    def belongs(self, item: str, *, since: int) -> None:
        """All that was noted since then speaks of an item."""
        for kind in dict.fromkeys(self._heard[since:]):
            note = self._notes[kind]
            if item not in note.items[-1:]:
                self._notes[kind] = replace(note, items=(*note.items, item))

    def copy(self) -> "Report":
        """As it is now."""
        return Report(dict(self._notes), list(self._heard))

    def notes(self, known: Mapping[str, str]) -> Notes:
        """All notes, in the order of their kinds.

        Args:
            known: for each item that was made the one that stands for it in the end.

        """
        return tuple(
            replace(n, items=tuple(dict.fromkeys(known[i] for i in n.items if i in known)))
            for _, n in sorted(self._notes.items(), key=lambda pair: (pair[1].changed, pair[0]))
        )
