"""A whole drawing inside an SVG: what is live here travels in an element that others pass over."""

import json
from collections.abc import Mapping
from dataclasses import replace
from xml.sax.saxutils import escape

from buildup.drawing.clips import clip_of
from buildup.drawing.codec import write, write_item
from buildup.drawing.model import Drawing
from buildup.drawing.tree import ROOT
from buildup.following.carrying import clip_with_measures
from buildup.formats.svg.clipsvg import metadata
from buildup.formats.svg.liveread import LIVE_FORM, NAMESPACE
from buildup.formats.svg.svgwrite import NO_PICTURES, svg


def complete_svg(
    drawing: Drawing,
    *,
    title: str,
    ids: tuple[str, ...] | None = None,
    pictures: Mapping[int, str] = NO_PICTURES,
) -> str:
    """The sheet, or some items, as `svg` writes them, with names and all that is live here."""
    live = live_metadata(drawing, ids)
    return svg(drawing, title=title, ids=ids, metadata=live, pictures=pictures)


def live_metadata(drawing: Drawing, ids: tuple[str, ...] | None) -> str:
    """The element with all of a drawing but its references, or with some of its items."""
    if ids is not None:
        return metadata(clip_with_measures(drawing, ids).text())
    text = escape(live_text(drawing))
    return f'<metadata><drawing xmlns="{NAMESPACE}">{text}</drawing></metadata>'


def live_text(drawing: Drawing) -> str:
    """All of a drawing but its references, as JSON text."""
    layers = [write_item(drawing.items[i]) for i in drawing.tree.children(ROOT)]
    held = {i: list(drawing.tree.children(i)) for i in drawing.tree.children(ROOT)}
    every = [i for ids in held.values() for i in ids]
    stored = {
        "live": LIVE_FORM,
        "sheet": write(replace(drawing.sheet, references=())),
        "layers": layers,
        "held": held,
        "clip": clip_of(drawing, every).text() if every else None,
    }
    return json.dumps(stored, separators=(",", ":"))
