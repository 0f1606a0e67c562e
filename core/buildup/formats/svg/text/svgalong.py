"""Text along a path (W3C SVG 2, 11.8) as words that run along what their assembly holds."""

from collections.abc import Mapping
from dataclasses import replace

from buildup.contours.anchors import Contour
from buildup.contours.moving import moved_contour
from buildup.drawing.itemtypes import Outline, TextOnPath
from buildup.drawing.paint import Style
from buildup.formats.svg.svgforms import FORMS, first_anchor
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import read_length, read_transform
from buildup.formats.svg.text.svgtext import Line
from buildup.forms.contours import item_contours
from buildup.forms.textlayout import paths_of


def path_of(line: Line, ids: Mapping[str, Element]) -> tuple[Contour, ...]:
    """The path that a line runs along, in the plane of its text; none where there is none."""
    named = ids.get(line.along.link) if line.along is not None else None
    made = None if named is None or named.name not in FORMS else FORMS[named.name](named.attributes)
    if made is None or named is None:
        return ()
    first, *_ = item_contours(made)
    begins = first_anchor(named.name, len(first.anchors))
    first = replace(first, anchors=first.anchors[begins:] + first.anchors[:begins])
    first = moved_contour(first, read_transform(named.attributes.get("transform")))
    return (first,) if paths_of([first]) else ()


def laid(line: Line, contours: tuple[Contour, ...]) -> tuple[TextOnPath, Outline]:
    """How words run along a path, and that path, which does not show.

    Args:
        line: what is said; it runs along a path.
        contours: the path, as `path_of` gives it.

    """
    assert line.along is not None  # noqa: S101
    asked = line.along.attributes
    other_side = asked.get("side", "").strip() == "right"
    (path,) = paths_of(contours, backwards=other_side)
    offset = asked.get("startOffset")
    start = (read_length(offset, whole=path.length) + line.at.real) / path.length
    edge = TextOnPath(
        lettering=line.lettering,
        start=start % 1.0 if path.closed else min(max(start, 0.0), 1.0),
        offset=-line.at.imag,
        other_side=other_side,
        show_parts=False,
    )
    return edge, Outline(id="p", name="Path", style=Style(strokes=()), contours=contours)
