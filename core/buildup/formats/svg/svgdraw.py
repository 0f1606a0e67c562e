"""Elements that draw a form, as items: the form, the pattern in it, the markers on it."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace

from buildup.contours.anchors import MOST_ANCHORS, Contour, anchor_count
from buildup.contours.apart import parted
from buildup.contours.extent import box_of
from buildup.drawing.clips import Clip
from buildup.drawing.itemtypes import AnyLeaf, Outline, Shape
from buildup.drawing.paint import PLAIN, Finish
from buildup.errors import Refusal
from buildup.formats.svg.appearance.svgclips import MISSING
from buildup.formats.svg.appearance.svgcut import box_cut, cut_of
from buildup.formats.svg.appearance.svgmarkers import MARKED, placing, vertices
from buildup.formats.svg.appearance.svgmasks import BARE
from buildup.formats.svg.appearance.svgpatterns import MOST_TILES, Tiles, pattern_of
from buildup.formats.svg.appearance.svgstrokes import is_even, stroked_apart
from buildup.formats.svg.svgforms import FORMS, with_svg_start
from buildup.formats.svg.svglevel import Level, called_of
from buildup.formats.svg.svgstyles import MARKERS, Attributes
from buildup.formats.svg.svgtree import Element
from buildup.formats.svg.svgvalues import read_link
from buildup.formats.svg.svgwalk import Walk
from buildup.forms.contours import item_contours
from buildup.forms.placement import ItemMap, grown_style, laid_item, moved_item
from buildup.geometry.transforms import shift
from buildup.messages import refusal

MOST_REPEATED = 10_000
"""Items that markers and patterns may come to in all; a drawing has room for twice as many."""
CUT_TWICE = 5
"""Items that one comes to which is cut at its cell and at a form."""
Declared = Mapping[str, str]


@dataclass(slots=True)
class Drawer:
    """What draws the forms of a document.

    Args:
        walk: the document.

    """

    walk: Walk
    _open: list[str] = field(default_factory=list)
    """The ids of the markers and patterns that are being drawn."""
    _repeated: int = 0
    """Items that markers and patterns came to so far."""

    def draw(
        self,
        element: Element,
        level: Level,
        declared: Declared,
        attributes: Attributes,
        finish: Finish,
    ) -> None:
        """An element that draws a form.

        Args:
            element: one of `FORMS`.
            level: where it lies.
            declared: of it.
            attributes: with what style sheets say of them.
            finish: its opacity, blend mode and effects, on the sheet.

        Raises:
            Refusal: `too_far`, `too_much`.
        """
        made = (
            None
            if level.is_hidden or level.is_flat
            else FORMS[element.name](level.lengths.plain(attributes))
        )
        if made is None:
            return
        label = element.name.capitalize() if isinstance(made, Shape) else "Outline"
        made = replace(made, name=called_of(element.attributes, label))
        if isinstance(made, Outline):
            scale = abs(level.place.determinant) ** 0.5
            made = replace(made, contours=self.walk.simplifier.taken(made.contours, scale=scale))
            self.walk.made.count(made.contours)
            rule = level.paint.get("clip-rule" if level.clipping else "fill-rule")
            made = replace(made, rule="evenodd" if rule == "evenodd" else "nonzero")
        if level.clipping:
            self._keep(moved_item(_bounding(made), ItemMap(level.place)), level)
            return
        pattern = self._pattern(level.paint.get("fill", "none"), made, level)
        paint = level.paint if pattern is None else {**level.paint, "fill": "none"}
        made = replace(made, style=self.walk.style(level, paint))
        if isinstance(made, Shape) and any(s.dashes for s in made.style.shown):
            made = with_svg_start(made, element.name)
        marked = self._marked(element, level)
        pieces = [p for piece in self._pieces(made, level, declared) for p in self._parted(piece)]
        if pattern is not None and not made.style.shown:
            pieces = []
        if len(pieces) == 1 and not marked and pattern is None:
            piece = pieces[0]
            self._keep(replace(piece, style=replace(piece.style, finish=finish)), level)
            return
        if len(pieces) + bool(marked) + (pattern is not None) > 1 or finish != PLAIN:
            group = self.walk.made.group(made.name, finish, into=level.group)
            level = replace(level, group=group)
        if pattern is not None:
            self._tile(pattern, made, level)
        for piece in pieces:
            self._keep(piece, level)
        if marked:
            self.walk.change("markers (now items)")
            self._mark(marked, made, level)

    def _keep(self, item: AnyLeaf, level: Level) -> None:
        if item.style.shown and not all(c.holds(item) for c in level.cuts):
            self.walk.change("strokes that are cut (now live outlines)")
        self.walk.made.keep(item, item.name, into=level.group, cuts=level.cuts)

    def _parted(self, item: AnyLeaf) -> Sequence[AnyLeaf]:
        """An outline of more anchors than one has, as several that look the same.

        Raises:
            Refusal: `too_many_anchors`.
        """
        if not isinstance(item, Outline):
            return (item,)
        outlines = parted(item.contours, MOST_ANCHORS)
        if len(outlines) == 1 and anchor_count(outlines[0]) <= MOST_ANCHORS:
            return (item,)
        if any(anchor_count(contours) > MOST_ANCHORS for contours in outlines):
            raise refusal("too_many_anchors.path", most=MOST_ANCHORS)
        self.walk.change(f"outlines of more than {MOST_ANCHORS:,} anchors (now several)")
        item = laid_item(item)
        return [replace(item, contours=contours) for contours in outlines]

    def _pieces(self, made: AnyLeaf, level: Level, declared: Declared) -> Iterator[AnyLeaf]:
        """What is painted of a form, on the sheet; strokes by themselves where they are uneven."""
        by, style = level.place, made.style
        if declared.get("vector-effect") == "non-scaling-stroke":
            moved = moved_item(made, ItemMap(by, grows=True))
            strokes = grown_style(style, level.first).strokes
            painted = zip(strokes, moved.style.strokes, strict=True)
            strokes = tuple(replace(s, paint=m.paint) for s, m in painted)
            yield replace(moved, style=replace(moved.style, strokes=strokes))
            return
        if not style.shown or is_even(by):
            yield moved_item(made, ItemMap(by, grows=True))
            return
        try:
            pieces = list(stroked_apart(made, by))
        except Refusal:
            self.walk.change("strokes that are scaled unevenly (drawn with their mean width)")
            yield moved_item(made, ItemMap(by, grows=True))
            return
        self.walk.change("strokes that are scaled unevenly (now outlines)")
        for piece in pieces:
            if isinstance(piece, Outline):
                self.walk.made.count(piece.contours)
            yield piece

    def _marked(self, element: Element, level: Level) -> dict[str, Element]:
        """The markers of an element, by where they stand."""
        if element.name not in MARKED:
            return {}
        found: dict[str, Element] = {}
        for kind in MARKERS:
            link = read_link(level.paint.get(kind, "none"))
            marker = self.walk.ids.get(link) if link else None
            if link and marker is None:
                self.walk.leave(MISSING)
            if marker is not None and marker.name == "marker" and link not in self._open:
                found[kind] = marker
        return found

    def _mark(self, marked: Mapping[str, Element], made: AnyLeaf, level: Level) -> None:
        """Markers at the vertices of a form."""
        width = level.lengths.of(level.paint.get("stroke-width"), otherwise=1.0)
        for vertex in vertices(item_contours(made)):
            marker = marked.get(vertex.kind)
            if marker is None:
                continue
            _, attributes = self.walk.styles.of(marker)
            placed = placing(attributes, vertex, width, level.lengths)
            there = level.place.after(placed.place)
            if abs(there.determinant) == 0.0:
                continue
            inner = replace(
                level,
                place=there,
                view=placed.view,
                paint=self.walk.paint_of(marker),
                uses=level.uses + 1,
            )
            cuts = level.cuts if placed.cut is None else (*level.cuts, box_cut(placed.cut, there))
            held = self._held(marker, inner)
            if not self._has_room(len(held.items)):
                self.walk.leave("markers that come to too many items")
                return
            self.walk.made.graft(held, into=level.group, cuts=cuts)

    def _has_room(self, items: int) -> bool:
        """Whether so many items may be repeated, each of them cut; they are counted."""
        if self._repeated + CUT_TWICE * items > MOST_REPEATED:
            return False
        self._repeated += CUT_TWICE * items
        return True

    def _held(self, element: Element, inner: Level) -> Clip:
        self._open.append(element.attributes.get("id", ""))
        try:
            return self.walk.aside(element.children, inner)
        finally:
            self._open.pop()

    def _pattern(self, text: str, made: AnyLeaf, level: Level) -> Tiles | None:
        """The tiles with which a form is filled; None: it is filled with something else."""
        link = read_link(text)
        element = self.walk.ids.get(link) if link else None
        contours = item_contours(made)
        if element is None or element.name != "pattern" or link in self._open or not contours:
            return None
        pattern = pattern_of(element, self.walk.ids.get, level.lengths, box_of(contours))
        if pattern is None or abs(pattern.place.determinant) == 0.0:
            return None
        rule = made.rule if isinstance(made, Outline) else "nonzero"
        tiles = Tiles(pattern, contours, rule)
        if tiles.count > MOST_TILES:
            self.walk.change(f"patterns of more than {MOST_TILES} tiles (shown grey)")
            return None
        return tiles

    def _tile(self, tiles: Tiles, made: AnyLeaf, level: Level) -> None:
        """The tiles of a pattern, cut at the form that they fill."""
        pattern = tiles.pattern
        there = level.place.after(pattern.place)
        inner = replace(
            level,
            place=there.after(pattern.content),
            view=pattern.view,
            paint=self.walk.paint_of(pattern.element),
            uses=level.uses + 1,
        )
        clip = self._held(pattern.element, inner)
        if not self._has_room(tiles.count * len(clip.items)):
            self.walk.change("patterns that come to too many items (shown grey)")
            grey = moved_item(_bounding(made), ItemMap(level.place))
            self.walk.made.keep(grey, made.name, into=level.group, cuts=level.cuts)
            return
        self.walk.change("patterns (now tiles)")
        form = moved_item(_bounding(made), ItemMap(level.place))
        whole = cut_of(Clip((form,), ((form.id, ""),)))
        group = self.walk.made.group("Pattern", PLAIN, into=level.group)
        for by, inside in tiles.shown():
            cell = box_cut(pattern.cell, there.after(shift(by)))
            cuts = (*level.cuts, cell) if inside else (*level.cuts, whole, cell)
            self.walk.made.graft(clip, into=group, cuts=cuts, by=shift(there.vector(by)))


def _bounding(made: AnyLeaf) -> AnyLeaf:
    """A form that only bounds something: closed, and without paint."""
    if isinstance(made, Outline):
        contours: tuple[Contour, ...] = tuple(
            replace(c, closed=True) for c in made.contours if len(c.anchors) > 1
        )
        made = replace(made, contours=contours or made.contours)
    return replace(made, style=BARE)
