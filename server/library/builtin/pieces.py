"""The pieces of a luthier's workshop, each a drawing."""

from buildup.contours.anchors import Contour

from library.builtin.hand import (
    EMBER,
    INK,
    MAPLE,
    PAPER,
    SPRUCE,
    TEAL,
    WALNUT,
    Hand,
    both_halves,
    burst,
    flipped,
    knot,
    moved,
    pen,
    sheen,
    smooth,
)


def body() -> Contour:
    """The outline of an archtop's body about its own middle: 284 × 395 mm, eight anchors."""
    return both_halves(
        (
            smooth(-190j, 1 + 0j, 62, 62),
            smooth(105 - 112j, 1j, 45, 42),
            smooth(76 - 20j, 1j, 42, 48),
            smooth(142 + 98j, 1j, 62, 66),
            smooth(205j, -1 + 0j, 84, 84),
        )
    )


def f_hole() -> Contour:
    """A right-hand f-hole about its own middle, about 34 × 110 mm."""
    return Contour(
        (
            smooth(9 - 53j, 1 + 0.1j, 6.2, 5.4),
            smooth(18.5 - 42j, 0.1 + 1j, 6.2, 5),
            smooth(11.5 - 36j, -1 - 0.45j, 3.4, 3.2),
            smooth(9.6 - 42.6j, 0.25 - 1j, 2.6, 2.2),
            smooth(5.4 - 44.2j, -1 + 0.55j, 2.4, 5.2),
            smooth(2.4 - 22j, 0.18 + 1j, 12, 9),
            knot(4.2 - 3.2j, -0.6 - 4.2j, None),
            knot(8.6 - 0.4j),
            knot(4.8 + 1.6j, None, 0.5 + 3j),
            smooth(5.6 + 24j, -0.02 + 1j, 11, 13),
            smooth(-9 + 53j, -1 - 0.1j, 8.6, 5.4),
            smooth(-18.5 + 42j, -0.1 - 1j, 6.2, 5),
            smooth(-11.5 + 36j, 1 + 0.45j, 3.4, 3.2),
            smooth(-9.6 + 42.6j, -0.25 + 1j, 2.6, 2.2),
            smooth(-5.4 + 44.2j, 1 - 0.55j, 2.4, 5.2),
            smooth(-2.4 + 22j, -0.18 - 1j, 12, 9),
            knot(-4.2 + 3.2j, 0.6 + 4.2j, None),
            knot(-8.6 + 0.4j),
            knot(-4.8 - 1.6j, None, -0.5 - 3j),
            smooth(-5.6 - 24j, 0.02 - 1j, 11, 13),
        ),
        closed=True,
    )


def mirrored(contour: Contour) -> Contour:
    """The contour mirrored left to right."""
    return Contour(tuple(flipped(a) for a in reversed(contour.anchors)), contour.closed)


def archtop() -> Hand:
    """The body with its f-holes, bridge and tailpiece."""
    hand = Hand("Archtop body", 420, 594)
    middle = 210 + 300j
    hand.first_layer("Top")
    sunburst = burst((0.0, "#F0DBAE"), (0.55, "#E2B870"), (0.82, "#A9652F"), (1.0, "#4B2B1C"))
    hand.outline("Body", [moved(body(), middle)], pen(1.4, fill=sunburst))
    hand.outline("Purfling", [moved(body(), middle, 0.962)], pen(0.5, stroke=WALNUT))
    right = moved(f_hole(), middle + 66 + 62j)
    left = moved(mirrored(f_hole()), middle - 66 + 62j)
    hand.group(
        "f-holes",
        hand.outline("f-hole right", [right], pen(0.4, fill=INK)),
        hand.outline("f-hole left", [left], pen(0.4, fill=INK)),
    )
    hand.layer("Fittings")
    hand.shape("rectangle", "Neck", middle - 226j, 44 + 130j, pen(0.8, fill=MAPLE), radius=4)
    hand.shape(
        "rectangle", "Fingerboard", middle - 190j, 36 + 200j, pen(0.6, fill=WALNUT), radius=3
    )
    hand.shape("rectangle", "Bridge", middle + 70j, 92 + 11j, pen(0.6, fill=WALNUT), radius=5.5)
    hand.outline(
        "Tailpiece",
        [
            moved(
                both_halves(
                    (
                        knot(-38j),
                        knot(21 - 38j, None, 1 + 12j),
                        smooth(9 + 12j, -0.1 + 1j, 18, 10),
                        smooth(38j, -1 + 0j, 6, 6),
                    )
                ),
                middle + 150j,
            )
        ],
        pen(0.6, fill=MAPLE),
    )
    hand.shape("ellipse", "End button", middle + 207j, 11 + 11j, pen(0.6, fill=WALNUT))
    return hand


def badge() -> Hand:
    """The workshop's badge: a shield with a body in it."""
    hand = Hand("Workshop badge", 90, 110)

    half = (
        knot(-44j, None, 12 + 5j),
        knot(36 - 40j, -12 + 3j, 3 + 12j),
        smooth(37 - 4j, -0.04 + 1j, 14, 22),
        knot(48j, 18 - 10j, -18 - 10j),
    )
    shield = moved(both_halves(half), 45 + 54j)
    tide, parchment, ink = hand.swatches(tide=TEAL, parchment=PAPER, ink=INK)
    form = hand.outline("Shield", [shield], pen(0.9, fill=tide, stroke=ink))
    hand.offset("Shield with a line", form, -3.6, pen(0.45, stroke=parchment))
    paper = pen(0.5, fill=parchment, stroke=None)
    mark = hand.outline("Body mark", [moved(body(), 45 + 52j, 0.15)], paper)
    hole = hand.shape("ellipse", "Sound hole", 45 + 54j, 9 + 9j, pen(0.4, fill=tide, stroke=None))
    hand.assembly("Body mark", mark, hole)
    for n, x in enumerate((-1.8, -0.6, 0.6, 1.8), 1):
        string = Contour((knot(45 + x + 20j), knot(45 + x * 1.25 + 74j)))
        hand.outline(f"String {n}", [string], pen(0.25, stroke=ink))
    return hand


def pickguard() -> Hand:
    """A pickguard drawn with few anchors, out of which the rest is cut."""
    hand = Hand("Pickguard", 148, 210)
    guard = Contour(
        (
            knot(38 + 36j, None, 26 - 6j),
            smooth(112 + 92j, 0.12 + 1j, 40, 26),
            smooth(88 + 150j, -1 + 0.28j, 18, 20),
            knot(50 + 138j, 8 + 9j, 12 - 18j),
            smooth(58 + 88j, -0.22 - 1j, 16, 18),
        ),
        closed=True,
    )
    plate = hand.outline("Plate", [guard], pen(0.8, fill=WALNUT))
    bite = hand.shape("ellipse", "Sound hole", 30 + 92j, 84 + 84j, pen(0.6, fill=SPRUCE))
    slot = hand.shape("rectangle", "Pickup", 92 + 118j, 30 + 9j, pen(0.4, fill=INK), radius=4.5)
    holes = [
        hand.shape("ellipse", f"Screw hole {n}", at, 5 + 5j, pen(0.4, fill=MAPLE))
        for n, at in enumerate((52 + 42j, 104 + 92j, 84 + 142j, 62 + 140j), 1)
    ]
    hand.assembly("Guard", plate, bite, slot, *holes)
    return hand


def bridge() -> Hand:
    """An archtop bridge seen from above; its string slots are cut into the saddle."""
    hand = Hand("Bridge", 210, 148)
    hand.first_layer("Wood")
    foot = hand.shape("rectangle", "Foot", 105 + 78j, 150 + 30j, pen(0.7, fill=WALNUT), radius=15)
    saddle = hand.shape("rectangle", "Saddle", 105 + 74j, 120 + 12j, pen(0.6, fill=MAPLE), radius=3)
    slots = []
    for n in range(6):
        at = complex(60 + 18 * n, 74)
        slot = pen(0, fill=INK, stroke=None)
        slots.append(hand.shape("rectangle", f"Slot {n + 1}", at, 1.6 + 8j, slot))
    hand.group("Bridge", foot, hand.assembly("Slotted saddle", saddle, *slots))
    hand.layer("Metal")
    for side, x in (("left", 42), ("right", 168)):
        at = complex(x, 78)
        hand.group(
            f"Thumb wheel {side}",
            hand.shape("ellipse", f"Wheel {side}", at, 14 + 14j, pen(0.6, fill=SPRUCE)),
            hand.shape("ellipse", f"Post {side}", at, 5 + 5j, pen(0.5, fill=INK)),
        )
    return hand


def knobs() -> Hand:
    """Tuner knobs, a strap button, inlays: what is regular, as shapes with dials."""
    hand = Hand("Knobs and inlays", 210, 148)
    thin, gold = pen(0.5), pen(0.5, fill=MAPLE)
    for n, (teeth, x) in enumerate(((12, 30), (18, 66), (24, 102)), 1):
        hand.shape(
            "gear", f"Tuner knob {n}", x + 34j, 28 + 28j, gold,
            teeth=teeth, depth=10, tip=45, root=62, hole=22, radius=0.5,
        )  # fmt: skip
    turned = burst((0.0, "#A77B55"), (0.7, WALNUT), (1.0, "#3F2A1C"))
    steel = sheen((0.0, "#F4F5F2"), (0.45, "#AEB8B2"), (0.6, "#DDE2DE"), (1.0, "#75827B"))
    hand.shape("superellipse", "Strap button", 144 + 34j, 26 + 26j, pen(0.5, fill=turned))
    hand.shape("ellipse", "Washer", 182 + 34j, 24 + 24j, pen(0.5, fill=steel), inner=46)
    hand.shape(
        "rosette", "Sound-hole rosette", 40 + 92j, 56 + 56j, pen(0.6, fill=SPRUCE),
        petals=12, depth=14, dip=70, disc=62,
    )  # fmt: skip
    hand.shape("star", "Inlay, star", 90 + 80j, 22 + 21j, thin, bulge=25, inner=45)
    hand.shape("leaf", "Inlay, leaf", 90 + 108j, 14 + 24j, pen(0.5, fill="#D3EBE7"))
    hand.shape("crescent", "Inlay, moon", 118 + 80j, 18 + 22j, thin, thickness=28)
    hand.shape("heart", "Inlay, heart", 118 + 108j, 22 + 20j, pen(0.5, fill=EMBER, stroke=None))
    hand.shape("drop", "Plectrum", 146 + 94j, 26 + 32j, pen(0.5, fill=TEAL, stroke=None),
               tip=160, angle=80, fullness=120)  # fmt: skip
    hand.shape("burst", "Seal", 182 + 94j, 34 + 34j, pen(0.5, fill=EMBER, stroke=None),
               rays=36, depth=8, radius=0.8)  # fmt: skip
    return hand
