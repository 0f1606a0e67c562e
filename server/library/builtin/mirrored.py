"""Drawings of which only a part is drawn: live mirrors, a wheel, a kaleidoscope."""

from buildup.contours.anchors import Contour
from buildup.geometry.angles import direction

from library.builtin.hand import (
    EMBER,
    INK,
    MAPLE,
    PAPER,
    SPRUCE,
    TEAL,
    WALNUT,
    Hand,
    knot,
    moved,
    pen,
    smooth,
)


def mirrored_body() -> Hand:
    """A flat-top body of which the left half is drawn, from the line back to it."""
    hand = Hand("Mirrored body", 420, 594)
    middle = 210 + 300j
    half = Contour(
        (
            smooth(-212j, -1 + 0j, 40, 40),
            smooth(-118 - 120j, 1j, 48, 44),
            smooth(-92 - 18j, 1j, 36, 40),
            smooth(-162 + 112j, 1j, 60, 58),
            smooth(222j, 1 + 0j, 78, 78),
        )
    )
    top = hand.outline("Body", [moved(half, middle)], pen(1.4, fill=SPRUCE))
    line = hand.outline("Purfling", [moved(half, middle, 0.955)], pen(0.5, stroke=WALNUT))
    brace = Contour((knot(-16 + 30j), smooth(-60 + 92j, -1 + 2j, 30, 30), knot(-84 + 160j)))
    fan = hand.outline("Brace", [moved(brace, middle)], pen(2.2, stroke=MAPLE))
    hand.symmetry("Body", top, line, fan, centre=middle, span=240)
    hand.shape("ellipse", "Sound hole", middle - 24j, 84 + 84j, pen(1, fill=INK))
    hand.shape("rectangle", "Bridge", middle + 96j, 132 + 16j, pen(0.6, fill=WALNUT), radius=6)
    return hand


def rosette() -> Hand:
    """A sound-hole rosette: one branch in a kaleidoscope of twelve, a ring of beads in a wheel."""
    hand = Hand("Sound-hole rosette", 210, 210)
    middle = 105 + 105j
    part = 15.0
    hand.shape("ellipse", "Outer ring", middle, 180 + 180j, pen(0.8, fill=SPRUCE))
    edge, valley = direction(-90.0), direction(-90.0 + part)
    petal = Contour(
        (
            knot(edge * 82, None, edge * 1j * 9),
            knot(edge * direction(part * 0.6) * 66, edge * 10, -edge * 6 + edge * 1j * 5),
            knot(valley * 52, valley * 1j * -4, None),
        )
    )
    vein = Contour((knot(edge * 54), smooth(edge * direction(5) * 66, edge, 5, 5), knot(edge * 76)))
    leaf = hand.outline("Branch", [moved(petal, middle)], pen(0.9, stroke=TEAL))
    rib = hand.outline("Rib", [moved(vein, middle)], pen(0.4, fill=EMBER, stroke=None))
    hand.symmetry("Petals", leaf, rib, pattern="kaleidoscope", centre=middle, count=12, span=88)
    hand.shape("ellipse", "Inner ring", middle, 88 + 88j, pen(0.8, fill=SPRUCE))
    bead = hand.shape("ellipse", "Bead", middle - 48j, 5 + 5j, pen(0.4, fill=EMBER, stroke=None))
    hand.symmetry("Beads", bead, pattern="wheel", centre=middle, count=24, span=56)
    hand.shape("ellipse", "Hole", middle, 84 + 84j, pen(0.6, fill=INK))
    return hand


def headstock() -> Hand:
    """A headstock with three pegs a side: half of it, and its holes, in a mirror."""
    hand = Hand("Headstock", 148, 210)
    half = Contour(
        (
            knot(74 + 30j, None, -8 + 8j),
            knot(46 + 26j, 9 + 4j, -5 + 4j),
            smooth(36 + 60j, 0.1 + 1j, 16, 20),
            smooth(46 + 124j, 0.2 + 1j, 22, 14),
            smooth(52 + 160j, 0.02 + 1j, 14, 12),
            knot(52 + 190j),
            knot(74 + 190j),
        )
    )
    side = hand.outline("Headstock", [moved(half, 0j)], pen(1, fill=WALNUT))
    holes = [
        hand.shape("ellipse", f"Hole {n}", at, 9 + 9j, pen(0.5, fill=PAPER))
        for n, at in enumerate((47 + 58j, 50 + 88j, 54 + 118j), 1)
    ]
    inlay = Contour((knot(74 + 52j), smooth(66 + 66j, 1j, 7, 8), knot(74 + 92j)))
    mark = hand.outline("Inlay", [moved(inlay, 0j)], pen(0.5, fill=MAPLE, stroke=None))
    hand.symmetry("Headstock", side, *holes, mark, centre=74 + 110j, span=100)
    hand.shape("rectangle", "Nut", 74 + 190j, 46 + 5j, pen(0.5, fill=PAPER), radius=1)
    return hand
