"""Segments, contours and drawings of every kind, for tests that run over all of them."""

from dataclasses import replace

from buildup.contours.anchors import Anchor, Contour, Corner, HandStroke, Twin
from buildup.contours.handstrokes import fitted
from buildup.drawing.itemtypes import (
    Assembly,
    Container,
    Frame,
    Group,
    Layer,
    Linked,
    OffsetEffect,
    Outline,
    Shape,
    Symmetry,
    TextItem,
    TextOnPath,
)
from buildup.drawing.measures import Measure, MeasureSet
from buildup.drawing.model import FIRST_LAYER, Drawing
from buildup.drawing.paint import (
    AROUND,
    Feather,
    Finish,
    Gradient,
    PictureFill,
    Shadow,
    Stop,
    Stroke,
    Style,
    Swatched,
)
from buildup.drawing.sheet import Guide, Reference, SavedStyle, Sheet, Swatch, TracedArea
from buildup.drawing.text import Glyph, Lettering, Shaped
from buildup.drawing.tree import ROOT, Tree
from buildup.errors import Refusal
from buildup.geometry.angles import direction
from buildup.geometry.bezier import points_at
from buildup.geometry.transforms import Affine, shift, turn
from hypothesis import strategies as st

CUBICS = {
    "arch": (0j, 0 + 100j, 100 + 100j, 100 + 0j),
    "s-curve": (0j, 80 + 0j, -30 + 60j, 70 + 60j),
    "loop": (0j, 150 + 100j, -50 + 100j, 100 + 0j),
    "cusp": (0j, 100 + 100j, 0 + 100j, 100 + 0j),
    "straight": (0j, 0j, 30 + 40j, 30 + 40j),
    "one handle": (10 + 10j, 40 - 30j, 90 + 20j, 90 + 20j),
    "level ends": (0j, 55.2 + 0j, 100 + 44.8j, 100 + 100j),
    "far away": (1e5 + 1e5j, 1e5 + 10 + 1e5j, 1e5 + 20 + 1e5j + 30j, 1e5 + 1e5j + 50j),
    "on one spot": (5 + 5j, 5 + 5j, 5 + 5j, 5 + 5j),
}

numbers = st.floats(-500, 500, allow_nan=False).map(lambda x: round(x, 3))
points = st.builds(complex, numbers, numbers)
cubics = st.tuples(points, points, points, points)
maps = st.builds(
    lambda angle, centre, x, y: Affine(x + 0j, y * 1j).after(turn(angle, about=centre)),
    st.floats(-360, 360),
    points,
    st.floats(0.2, 4),
    st.floats(0.2, 4),
)


def samples(curve, count):
    """Points of a curve at even parameters, both ends among them."""
    return [curve[0], *points_at(curve, (k / count for k in range(1, count))), curve[3]]


def code_of(act):
    """The code with which something is refused; None: it is not."""
    try:
        act()
    except Refusal as problem:
        return problem.code
    return None


def leaf(item="leaf", *, by=0j):
    """A closed outline of three anchors, each of another kind."""
    anchors = (
        Anchor(by, 20 - 30j, -20 + 30j, "symmetric"),
        Anchor(by + 100 + 20j, -30j, 40j, "smooth"),
        Anchor(by + 40 + 120j),
    )
    return Outline(id=item, name=item, contours=(Contour(anchors, True),))


def hexagon(item="hexagon"):
    """A polygon with rounded corners."""
    frame = Frame(90, 80, turn(0, about=0j))
    return Shape(id=item, name=item, shape="polygon", dials={"radius": 5.0}, frame=frame)


def bracket(item="bracket"):
    """An open outline with a worked corner."""
    path = Contour(
        (Anchor(600 + 0j), Anchor(600 + 80j, corner=Corner(15, "cove")), Anchor(700 + 80j))
    )
    return Outline(id=item, name=item, contours=(path,))


def ring(item="ring"):
    """A closed ring of flowing anchors on a circle of radius 100."""
    anchors = tuple(Anchor(100 * 1j**k, kind="flowing") for k in range(4))
    return Outline(id=item, name=item, contours=(Contour(anchors, True),))


def plate(item="plate", radius=10.0):
    """A turned rectangle."""
    frame = Frame(100, 60, turn(30, about=0j))
    style = Style(fill="#D9B382")
    return Shape(
        id=item, name=item, shape="rectangle", dials={"radius": radius}, frame=frame, style=style
    )


def drawing(*items):
    """A drawing of some items in its only layer, back to front."""
    ids = tuple(i.id for i in items)
    return Drawing(
        items={FIRST_LAYER: Layer(id=FIRST_LAYER, name="Layer 1"), **{i.id: i for i in items}},
        tree=Tree({ROOT: (FIRST_LAYER,), FIRST_LAYER: ids}),
    )


def wire(item="open"):
    """An open outline of three anchors."""
    path = Contour((Anchor(0j, None, 20j), Anchor(50 + 50j), Anchor(90 + 0j)))
    return Outline(id=item, name=item, contours=(path,))


def tight(item="tight"):
    """An open outline whose two handles cross."""
    path = Contour((Anchor(800 + 0j, None, 90 + 90j), Anchor(900 + 0j, -90 + 90j)))
    return Outline(id=item, name=item, contours=(path,))


def wing(item="wing"):
    """A closed outline whose two sides are twins about an upright line."""
    line = Twin("pair", 500 + 0j, 1j)
    anchors = (
        Anchor(500 + 0j, -30 + 0j, 30 + 0j, "symmetric"),
        Anchor(560 + 80j, -30j, 20j, "smooth", twin=line),
        Anchor(500 + 120j),
        Anchor(440 + 80j, 20j, -30j, "smooth", twin=line),
    )
    return Outline(id=item, name=item, contours=(Contour(anchors, True),), style=rich())


def rich():
    """A style with all that a style can have."""
    stops = (Stop(0.0, Swatched("ink", "#0C6B65")), Stop(0.4, "#D9B382", 0.5), Stop(1.0, "#FFFFFF"))
    border = Stroke(paint="#1B2924", width=9.0, join="miter", opacity=0.5)
    dashes = Stroke(paint=Gradient(stops=stops), dashes=(8.0, 5.0), dash_fit=True)
    effects = (Feather(radius=1.0), Shadow(colour=Swatched("ink", "#0C6B65")))
    return Style(
        fill=Gradient(kind="radial", stops=stops, place=AROUND, focus=0.3 + 0.2j),
        fill_opacity=0.8,
        strokes=(border, dashes),
        finish=Finish(0.9, "multiply", effects),
    )


def sketch(item="sketch"):
    """What a hand drew: a quarter of a circle, kept with its outline."""
    part = tuple(200 * direction(90.0 * k / 60) for k in range(61))
    stroke = HandStroke((part,), 0.5)
    return Outline(id=item, name=item, contours=(fitted(stroke),), hand_stroke=stroke)


def seamed(item="seamed"):
    """A path from one line of `full`'s symmetry, on which it is held, almost to the next."""
    start = Anchor(450 + 100j, 40 + 0j, -40 + 0j, "symmetric", seam="smooth")
    return Outline(id=item, name=item, contours=(Contour((start, Anchor(500 + 122j))),))


def disc(item="disc", by=700 + 400j):
    """A round shape."""
    style = Style(fill="#C2410C")
    position = Affine(origin=by)
    return Shape(
        id=item, name=item, shape="ellipse", dials={}, frame=Frame(80, 80, position), style=style
    )


def nested(*items):
    """Items of which some are grouped, some lie in a second layer, in a symmetry, an assembly."""
    flat = drawing(*items)
    holders: tuple[Container, ...] = (
        Layer(id="layer-2", name="Layer 2"),
        Group(id="pair", name="Pair", finish=Finish(0.5)),
        Group(id="inner", name="Inner"),
        Symmetry(id="whirl", name="Whirl", pattern="kaleidoscope", centre=450 + 150j, count=3),
        Symmetry(id="empty", name="Empty"),
        Assembly(
            id="badge",
            name="Badge",
            operation="difference",
            style=Style(fill="#C2410C"),
            result=OffsetEffect(distance=4.0),
        ),
    )
    inside = ("hexagon", "ring", "sketch", "second", "seamed", "disc", "bite", "held", "track")
    below = tuple(i for i in flat.order if i not in inside)
    tree = {
        ROOT: (FIRST_LAYER, "layer-2"),
        FIRST_LAYER: (*below, "whirl", "badge", *(("copy",) if "held" in flat.items else ())),
        "badge": tuple(i for i in ("disc", "bite") if i in flat.items),
        "layer-2": ("pair",),
        "whirl": (*(i for i in ("second", "seamed") if i in flat.items), "empty"),
        "empty": (),
        "pair": ("hexagon", "inner"),
        "inner": ("ring", "sketch"),
    }
    if "track" in flat.items:
        edge = TextOnPath(lettering=lettering("VAV"), start=0.25, offset=3.0)
        holders = (
            *holders,
            Assembly(id="round", name="Round", style=Style(fill="#0C6B65"), result=edge),
        )
        tree[FIRST_LAYER] = (*tree[FIRST_LAYER], "round")
        tree["round"] = ("track",)
    if "held" in flat.items:
        copy = Linked(id="copy", name="Copy", entry="shelf-1", place=Affine(origin=-300 + 0j))
        holders = (*holders, copy)
        tree["copy"] = ("held",)
    return replace(flat, items={**flat.items, **{h.id: h for h in holders}}, tree=Tree(tree))


def lettering(text="AV", **more):
    """Words in a face of two letters, one of them with a hole, on an em of 100."""
    forms = ("M0 0L40 -70L80 0ZM30 -20L50 -20L40 -40Z", "M0 -70L80 -70C70 -30 60 -10 40 0Z")
    glyphs = {
        "A": Glyph("A", 0, 80.0),
        "V": Glyph("V", 1, 80.0, -5 + 0j),
        " ": Glyph(" ", None, 30.0),
    }
    lines = tuple(tuple(glyphs[c] for c in line) for line in text.split("\n"))
    shaped = Shaped(100.0, forms, lines)
    told = {"font": "zoo", "font_name": "Zoo", "size": 40.0}
    return Lettering(text=text, shaped=shaped, **{**told, **more})


def words(item="words", *, by=-500 + 0j):
    """Words in two lines on an arc."""
    position = turn(30.0, about=by).after(Affine(origin=by))
    said = lettering("AV A\nVA", tracking=50.0)
    ink = Style(fill="#1B2924", strokes=())
    return TextItem(id=item, name="Words", style=ink, lettering=said, place=position, radius=120.0)


def photo(item="photo", by=900 - 300j):
    """A picture in a turned rectangle that crops it."""
    paint = PictureFill(
        picture=1, width=40, height=30, place=Affine(80 + 0j, 60j, by - 40 - 30j), boxed=False
    )
    style = Style(fill=paint, fill_opacity=0.75, strokes=(Stroke(width=1.0),))
    frame = Frame(60.0, 40.0, shift(by).after(turn(20.0, about=0j)))
    return Shape(id=item, name="P", style=style, shape="rectangle", dials={}, frame=frame)


def full():
    """A drawing with one item of each kind, in two layers, a group in a group among them."""
    lines = (wire(), wing(), sketch(), hexagon(), bracket(), seamed(), tight())
    parts = (disc(), disc("bite", by=730 + 400j), disc("held", by=-300 + 0j))
    parts = (*parts, words(), disc("track", by=-500 + 400j), photo())
    items = nested(leaf(), plate(), ring(), leaf("second", by=300 + 100j), *lines, *parts)
    guide = Guide(id="g", x=50, y=60, angle=90)
    wedge = ((0.2, 0.2), (0.2, 0.2), (0.8, 0.2), (0.8, 0.2), (0.8, 0.2), (0.8, 0.8))
    form = TracedArea(((*wedge, (0.8, 0.8), (0.8, 0.8), (0.2, 0.2)),), pixel=0.01)
    reference = Reference(
        id="u", picture=1, name="u", x=100, y=100, width=80, height=60, traced_area=form
    )
    swatch = Swatch(id="ink", name="Tide", colour="#0C6B65")
    kept = SavedStyle(id="old", name="Old", style=rich())
    radius = Measure(id="m", name="r", formula="6 px", unit="px", note="of corners")
    small = MeasureSet(id="s", name="S", formulas=(("m", "3 px"),))
    sheet = Sheet(
        guides=(guide,),
        references=(reference,),
        swatches=(swatch,),
        styles=(kept,),
        measures=(radius,),
        measure_sets=(small,),
    )
    return replace(items, sheet=sheet)


__all__ = [
    "CUBICS",
    "cubics",
    "drawing",
    "full",
    "leaf",
    "maps",
    "plate",
    "points",
    "ring",
    "samples",
    "sketch",
    "wing",
    "wire",
]
