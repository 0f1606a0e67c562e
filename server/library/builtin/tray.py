"""The tray of outlines that every shelf comes with: invented luthier's outlines."""

from collections.abc import Callable, Iterator
from functools import cache

from buildup.drawing.clips import clip_of
from buildup.drawing.model import Drawing
from buildup.edits.apply import foreseen
from buildup.edits.change import updated
from buildup.edits.library.libraryplacement import shelf_clip

from library.builtin.hand import Hand
from library.builtin.mirrored import headstock, mirrored_body, rosette
from library.builtin.pieces import archtop, badge, bridge, knobs, pickguard
from library.libraryoutline import LibraryOutline

TRAY = "Luthier's outlines"
KNOBS = ("Tuner knob 1", "Tuner knob 2", "Tuner knob 3")
"""Variations of each other."""
PIECES: tuple[tuple[Callable[[], Hand], dict[str, tuple[str, ...]]], ...] = (
    (archtop, {"f-hole": ("f-holes/f-hole right",), "Tailpiece": ("Tailpiece",)}),
    (headstock, {"Headstock": ("Headstock", "Nut")}),
    (mirrored_body, {"Flat-top body": ("Body", "Sound hole", "Bridge")}),
    (rosette, {"Rosette petals": ("Petals",), "Ring of beads": ("Beads",)}),
    (pickguard, {"Pickguard": ("Guard",)}),
    (bridge, {"Bridge": ("Bridge", "Thumb wheel left", "Thumb wheel right")}),
    (knobs, {**{k: (k,) for k in KNOBS}, "Strap button": ("Strap button",)}),
    (badge, {"Shield": ("Shield with a line",)}),
)
"""Drawings of the workshop, and what is kept of each: its name, and the names of items, of which
one that lies in a group is named with it."""


@cache
def luthiers_tray() -> tuple[LibraryOutline, ...]:
    """The outlines of the tray."""
    kept = [
        (name, shelf_clip(clip_of(drawing, ids).text()).text(), f"ready-{number}")
        for number, (drawing, name, ids) in enumerate(_pieces(), 1)
    ]
    family = {name: key for name, _, key in kept} | {
        k: key for name, _, key in kept if name == KNOBS[0] for k in KNOBS
    }
    return tuple(
        LibraryOutline(tray=TRAY, name=name, clip=clip, key=key, family=family[name])
        for name, clip, key in kept
    )


def _pieces() -> Iterator[tuple[Drawing, str, list[str]]]:
    for draw, kept in PIECES:
        hand = draw()
        drawing = Drawing(hand.sheet)
        for command in hand.commands:
            drawing = updated(drawing, foreseen(drawing, command))
        for name, items in kept.items():
            yield drawing, name, [_found(drawing, path) for path in items]


def _found(drawing: Drawing, path: str) -> str:
    """The item of a name, told with the groups around it."""
    names = path.split("/")
    row = [i for layer in drawing.tree.children() for i in drawing.tree.children(layer)]
    for name in names[:-1]:
        group = next(i for i in row if drawing.items[i].name == name)
        row = list(drawing.tree.children(group))
    return next(i for i in row if drawing.items[i].name == names[-1])
