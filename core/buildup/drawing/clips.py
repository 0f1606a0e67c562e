"""Items taken out of a drawing, to be put into the same or another one: what is copied.

A clip is kept as JSON text: its items in the form in which drawings keep theirs, and what lies in
what. It has no sheet and no layers; its outermost items lie in the place that is called `""`.
"""

import json
from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from buildup.drawing.codec import read_item, read_stored, write, write_item
from buildup.drawing.itemtypes import Container, Item, Layer
from buildup.drawing.measures import Measure
from buildup.drawing.model import FIRST_LAYER, Drawing
from buildup.drawing.tree import ROOT, Tree
from buildup.messages import refusal

LONGEST_CLIP = 6_000_000
"""Characters: a little less than a request may have."""
CLIP_FORM = 1


@dataclass(frozen=True, slots=True)
class Clip:
    """Some items and how they lie.

    Args:
        items: by themselves, in any order.
        places: each item with its container, `""` for the outermost; those of one container back
            to front.
        measures: those that the items follow, with the values that they have there.

    """

    items: tuple[Item, ...]
    places: tuple[tuple[str, str], ...]
    measures: tuple[Measure, ...] = ()

    @property
    def tops(self) -> tuple[str, ...]:
        """The ids of the outermost, from back to front."""
        return tuple(i for i, c in self.places if c == "")

    def drawing(self) -> Drawing:
        """A drawing that holds nothing else, so that all that is asked of one can be asked."""
        layer = Layer(id=FIRST_LAYER, name="Layer 1")
        pairs = [(FIRST_LAYER, ROOT), *((i, c or FIRST_LAYER) for i, c in self.places)]
        tree = Tree.of(pairs, (i.id for i in self.items if isinstance(i, Container)))
        return Drawing(items={layer.id: layer, **{i.id: i for i in self.items}}, tree=tree)

    def text(self) -> str:
        """The clip as JSON text."""
        items = [write_item(i) for i in self.items]
        stored = {"clip": CLIP_FORM, "items": items, "places": [list(p) for p in self.places]}
        if self.measures:
            stored["measures"] = write(self.measures)
        return json.dumps(stored, separators=(",", ":"))


def clip_of(drawing: Drawing, ids: Iterable[str]) -> Clip:
    """Items as they are, each container with all that it holds; of a layer what it holds.

    Raises:
        Refusal: `nothing_selected` or `unknown_item`.

    """
    for item_id in (chosen := tuple(ids)):
        drawing.item(item_id)
    positions: list[tuple[str, str]] = []
    for top in drawing.tree.tops(chosen):
        layered = isinstance(drawing.items[top], Layer)
        positions += [] if layered else [(top, "")]
        for held in drawing.tree.below(top):
            container = drawing.tree.container(held)
            positions.append((held, "" if layered and container == top else container))
    if not positions:
        raise refusal("nothing_selected")
    return Clip(tuple(drawing.items[i] for i, _ in positions), tuple(positions))


def read_clip(text: str, *, longest: int = LONGEST_CLIP) -> Clip:
    """The clip that `Clip.text` wrote; each container holds something, and nothing lies in itself.

    Args:
        text: JSON.
        longest: characters that it may have.

    Raises:
        Refusal: `too_much` or `bad_data`.

    """
    if len(text) > longest:
        raise refusal("too_much.paste")
    try:
        stored: Any = json.loads(text)
        if stored["clip"] != CLIP_FORM:
            raise refusal("bad_data.later_clip", "clip")
        items = tuple(read_item(i) for i in stored["items"])
        positions = tuple((str(i), str(c)) for i, c in stored["places"])
        measures = tuple(read_stored(Measure, m) for m in stored.get("measures", ()))
    except (ValueError, TypeError, KeyError, AttributeError, RecursionError):
        raise refusal("bad_data.clip", "clip") from None
    _check_tree(items, positions)
    return Clip(items, positions, measures)


def _check_tree(items: tuple[Item, ...], positions: tuple[tuple[str, str], ...]) -> None:
    """Refuses a clip that is no tree of its items: each container comes before what it holds."""
    seen = {""}
    for item_id, container in positions:
        if container not in seen or item_id in seen:
            raise refusal("bad_data.inconsistent_clip", "clip")
        seen.add(item_id)
    if {i.id for i in items} | {""} != seen or any(isinstance(i, Layer) for i in items):
        raise refusal("bad_data.inconsistent_clip", "clip")
