"""A whole drawing that was sent out here, read back from the text in which it travels."""

import json
from typing import Any

from buildup.drawing.codec import read_item, read_stored
from buildup.drawing.itemtypes import Container, Layer
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.sheetchecks import check_sheet
from buildup.drawing.tree import ROOT, Tree
from buildup.forms.itemchecks import check_item, checked_clip
from buildup.messages import refusal

NAMESPACE = "urn:build-up-curve:drawing"
LIVE_FORM = 1


def read_live(text: str) -> Drawing:
    """The drawing that `live_text` wrote.

    Raises:
        Refusal: `bad_data` and whatever no drawing may hold.

    """
    try:
        stored: Any = json.loads(text)
        if stored["live"] != LIVE_FORM:
            raise refusal("bad_data.later_file", "live")
        sheet = check_sheet(read_stored(Sheet, stored["sheet"]))
        layers = [read_item(i) for i in stored["layers"]]
        held = {str(k): [str(i) for i in ids] for k, ids in stored["held"].items()}
        clip = None if stored["clip"] is None else checked_clip(str(stored["clip"]))
    except (ValueError, TypeError, KeyError, AttributeError, RecursionError):
        raise refusal("bad_data.file", "live") from None
    every = [i for ids in held.values() for i in ids]
    tops = () if clip is None else clip.tops
    plain = all(isinstance(layer, Layer) for layer in layers)
    if not layers or not plain or sorted(every) != sorted(tops) or set(held) != _ids(layers):
        raise refusal("bad_data.inconsistent_file", "live")
    for layer in layers:
        check_item(layer)
    items = () if clip is None else clip.items
    pairs = [(layer.id, ROOT) for layer in layers]
    pairs += [(i, layer) for layer, ids in held.items() for i in ids]
    pairs += [] if clip is None else [(i, c) for i, c in clip.places if c]
    empty = [layer.id for layer in layers]
    empty += [i.id for i in items if isinstance(i, Container)]
    if len({i for i, _ in pairs}) < len(pairs):
        raise refusal("bad_data.inconsistent_file", "live")
    known = {i.id: i for i in (*layers, *items)}
    return Drawing(sheet, known, Tree.of(pairs, empty))


def _ids(layers: list[Any]) -> set[str]:
    return {layer.id for layer in layers}
