"""A tuner knob that comes in three sizes: all of it follows a few measures."""

from buildup.drawing.measures import Measure
from buildup.drawing.sheet import Guide
from buildup.edits.measures.binding import FollowFormula
from buildup.edits.measures.measureedits import (
    AddMeasure,
    AddMeasureSet,
    ChangeMeasure,
    ShowMeasureSet,
)
from buildup.edits.sheet.guides import AddGuide
from library.builtin.hand import MAPLE, MM, TEAL, WALNUT, Hand, pen, sheen

MEASURES = (
    ("knob", "22 mm", "across the teeth"),
    ("teeth", "18", ""),
    ("shaft", "6 mm", "as the machine head has it"),
    ("wall", "max(1.2 mm; knob / 16)", "around the shaft"),
    ("bore", "shaft + 0.2 mm", "with its play"),
    ("bush", "bore + 2*wall", ""),
    ("ring", "bush + (knob - bush) / phi / 2", ""),
)
"""Name, formula, note."""
SETS: tuple[tuple[str, dict[str, str]], ...] = (
    ("S", {"knob": "17 mm", "teeth": "14", "shaft": "5 mm"}),
    ("M", {}),
    ("L", {"knob": "27 mm", "teeth": "22", "shaft": "6.35 mm"}),
)
"""Three sizes, and the values that differ in each."""
CENTRE = 30 + 30j


def tuner_knob() -> Hand:
    """The knob from the front: teeth, a ring, a bushing and its bore."""
    hand = Hand("Tuner knob in three sizes", 60, 60)
    hand.first_layer("Knob")
    guides = (("level", 0.0), ("upright", 90.0))
    middle = CENTRE * MM
    hand.commands += [
        AddGuide(guide=Guide(id=name, x=middle.real, y=middle.imag, angle=angle))
        for name, angle in guides
    ]
    hand.commands += [
        AddMeasure(measure=Measure(id=name, name=name, formula=formula, note=note))
        for name, formula, note in MEASURES
    ]
    brass = sheen((0.0, "#F6E3B4"), (0.5, "#C99A4B"), (1.0, "#8A6227"))
    gear = hand.shape(
        "gear", "Rim", CENTRE, 22 + 22j, pen(0.5, fill=MAPLE),
        teeth=18, depth=9, tip=45, root=60, hole=0, radius=0.4,
    )  # fmt: skip
    ring = hand.shape("ellipse", "Ring", CENTRE, 14 + 14j, pen(0.5, fill=WALNUT))
    bush = hand.shape("ellipse", "Bushing", CENTRE, 9 + 9j, pen(0.5, fill=brass))
    bore = hand.shape("ellipse", "Bore", CENTRE, 6 + 6j, pen(0.5, fill="#FFFFFF"))
    ink = pen(0, fill=TEAL, stroke=None)
    name = hand.words("HOLLOWREED", 30 + 53j, 3, ink, font="source-serif-4-bold", tracking=60.0)
    sized = ((gear, "knob"), (ring, "ring"), (bush, "bush"), (bore, "bore"))
    for item, measure in sized:
        for side in ("width", "height"):
            hand.commands.append(_follow(item, f"frame.middle.{side}", measure))
    hand.commands += [
        _follow(gear, "dials.teeth", "teeth"),
        _follow(gear, "dials.radius", "knob / 55"),
        _follow(ring, "style.strokes.0.width", "wall / 3"),
        _follow(name, "lettering.size", "knob / 7"),
    ]
    for called, formulas in SETS:
        hand.commands.append(AddMeasureSet(set=f"set-{called}", called=called))
        hand.commands += [
            ChangeMeasure(measure=measure, formula=formula, column=f"set-{called}")
            for measure, formula in formulas.items()
        ]
        hand.commands.append(ShowMeasureSet(set=None))
    hand.commands.append(ShowMeasureSet(set="set-M"))
    return hand


def _follow(item: str, path: str, formula: str) -> FollowFormula:
    return FollowFormula(targets=((item, path),), formula=formula, unit="mm")
