"""SVG of any program (W3C SVG 1.1 and 2) as items: forms, groups, uses, paint, clip paths.

What has no form here (scripts, animations, other filters) is left out and told by kind and count;
so are text, unless somebody sets it, and pictures, unless somebody keeps them.
"""

from collections.abc import Iterator
from contextlib import contextmanager
from dataclasses import dataclass

from buildup.drawing.clips import LONGEST_CLIP, Clip, clip_of, read_clip
from buildup.formats.anchorcounts import Simplifier
from buildup.formats.incoming import Incoming
from buildup.formats.svg.svgdocument import Document
from buildup.formats.svg.svglevel import called_of
from buildup.formats.svg.svgtree import Element, not_svg
from buildup.formats.svg.text.svgfonts import Say
from buildup.messages import refusal


@dataclass(frozen=True)
class Reading:
    """What was read, as it can be pasted.

    Args:
        clip: a clip's text.
        message: what was left out or changed, in a sentence or two; empty for nothing.
        notes: the same, one by one.
        more: what else there is to say of the file; empty for nothing.

    """

    clip: str
    message: str
    notes: tuple["ReadNote", ...]
    more: str


@dataclass(frozen=True)
class ReadNote:
    """Something that was left out or changed.

    Args:
        kind: what, as a noun in the plural.
        count: how often.
        changed: it was imported as something else; else it was not.
        items: which items of the clip it speaks of, from 1 in the order of their places: pasted,
            their ids end with these numbers.

    """

    kind: str
    count: int
    changed: bool
    items: tuple[int, ...]


def reading_of(found: Incoming) -> Reading:
    """A whole file, as it can be pasted."""
    numbers = {i: n for n, (i, _) in enumerate(found.clip.places, start=1)}
    notes = (
        ReadNote(n.kind, n.count, n.changed, tuple(numbers[i] for i in n.items))
        for n in found.notes
    )
    return Reading(found.clip.text(), found.message, tuple(notes), "")


@dataclass(frozen=True)
class Each:
    """The outermost items of a document, each with its name, and what was left out."""

    clips: tuple[tuple[str, Clip], ...]
    message: str


@contextmanager
def _bounded() -> Iterator[None]:
    """Whatever a document makes go wrong with numbers, or by its depth, is its own fault."""
    try:
        yield
    except (ArithmeticError, RecursionError):
        raise not_svg(None) from None


@_bounded()
def read_svg(text: str) -> Reading:
    """The forms of an SVG document, or the clip of our own that travels in one.

    Raises:
        Refusal: `too_much`, `too_many_anchors`, `not_svg`, `entities`, `too_far`, or
            `nothing_drawn` where it holds no form.

    """
    if len(text) > LONGEST_CLIP:
        raise refusal("too_much.paste")
    document = Document(text)
    own = document.own_clip
    if own:
        return Reading(own, "", (), "")
    return reading_of(document.read())


@_bounded()
def read_document(
    text: str,
    say: Say | None = None,
    *,
    keeps_pictures: bool = False,
    simplifier: Simplifier | None = None,
) -> Incoming:
    """A whole SVG document, with its sheet.

    Args:
        text: of the document.
        say: sets its text in faces; None: that is left out.
        keeps_pictures: pictures in it are told with their bytes; else they are left out.
        simplifier: of its outlines; None: they come as they are.

    Raises:
        Refusal: as `read_svg`; as `read_live`.

    """
    return Document(text, say, keeps_pictures=keeps_pictures, simplifier=simplifier).read()


@_bounded()
def read_tree_of(
    root: Element, say: Say | None = None, simplifier: Simplifier | None = None
) -> Incoming:
    """A document that another reader made, with its pictures.

    Raises:
        Refusal: as `read_svg`.

    """
    return Document(root, say, keeps_pictures=True, simplifier=simplifier).read()


@_bounded()
def read_each(text: str) -> Each:
    """The symbols of an SVG document, or where it has none its outermost items, by themselves.

    A symbol in which a clip of our own travels is that.

    Raises:
        Refusal: as `read_svg`, and as `read_clip`.

    """
    document = Document(text)
    if document.own_clip:
        return Each((("", read_clip(document.own_clip)),), "")
    symbols = [e for e in document.root.below() if e.name == "symbol"]
    if symbols:
        clips = [(called_of(s.attributes, "Outline"), document.symbol(s)) for s in symbols]
        found = tuple((name, clip) for name, clip in clips if clip is not None)
        if found:
            return Each(found, document.incoming(Clip((), ())).message)
    whole = document.read()
    drawing = whole.clip.drawing()
    tops = whole.clip.tops
    return Each(tuple((drawing.items[t].name, clip_of(drawing, (t,))) for t in tops), whole.message)
