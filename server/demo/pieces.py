"""The drawings of the invented workshop."""

from buildup.contours.anchors import Contour
from library.builtin.hand import (
    EMBER,
    INK,
    PAPER,
    TEAL,
    WALNUT,
    Hand,
    knot,
    moved,
    pen,
    sheen,
)
from library.builtin.mirrored import headstock, mirrored_body, rosette
from library.builtin.pieces import archtop, badge, body, bridge, knobs, pickguard

from demo.measured import tuner_knob


def swing_tag() -> Hand:
    """The tag that hangs on every instrument."""
    hand = Hand("Swing tag", 70, 110)
    tag = hand.shape("rectangle", "Tag", 35 + 57j, 54 + 88j, pen(0.5, fill=PAPER), radius=6)
    hand.shadow(tag, 0.9 + 1.4j, 1.1)
    stitches = pen(0.5, stroke=EMBER, dashes=(2.4, 1.6))
    hand.shape("rectangle", "Stitches", 35 + 57j, 48 + 82j, stitches, radius=3.4)
    brass = sheen((0.0, "#F6E3B4"), (0.5, "#C99A4B"), (1.0, "#8A6227"))
    hand.shape("ellipse", "Eyelet", 35 + 24j, 8 + 8j, pen(0.5, fill=brass))
    hand.shape("ellipse", "Hole", 35 + 24j, 4.4 + 4.4j, pen(0.4, fill="#FFFFFF"))
    hand.outline("Body mark", [moved(body(), 35 + 62j, 0.115)], pen(0.6, fill=TEAL, stroke=None))
    hand.shape("ellipse", "Sound hole", 35 + 63j, 6 + 6j, pen(0.4, fill=PAPER, stroke=None))
    hand.shape("rectangle", "Line", 35 + 89j, 30 + 1.2j, pen(0, fill=INK, stroke=None), radius=0.6)
    cord = Contour(
        (
            knot(35 + 24j, None, -2 - 6j),
            knot(27 + 8j, kind="flowing"),
            knot(35 + 3j, kind="flowing"),
            knot(43 + 8j, kind="flowing"),
            knot(35 + 24j, 2 - 6j, None),
        )
    )
    ink = pen(0, fill=INK, stroke=None)
    hand.words(
        "HOLLOWREED STRINGS", 35 + 35j, 3.7, ink,
        font="source-serif-4-bold", tracking=60.0, radius=25.0,
    )  # fmt: skip
    hand.words("Made by hand", 35 + 95.4j, 4.4, ink, font="dancing-script-bold")
    hand.outline("Cord", [cord], pen(0.7, stroke=WALNUT))
    return hand


DRAWINGS = (
    tuner_knob,
    bridge,
    knobs,
    pickguard,
    swing_tag,
    headstock,
    rosette,
    mirrored_body,
    badge,
    archtop,
)
"""Oldest first, so that the last one is first on the home page."""
