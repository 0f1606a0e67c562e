"""Measures in the worker: 200 with 2,000 followers; one that 20 shapes follow, dragged."""

from dataclasses import replace

from asking import asked, opened_in, wait_for_worker
from bench_rows import Row
from board import Server, median, p95
from buildup.contours.follows import Follow
from buildup.drawing.codec import write
from buildup.drawing.itemtypes import Frame, Layer, Shape
from buildup.drawing.measures import Measure
from buildup.drawing.model import FIRST_LAYER
from buildup.drawing.model import Drawing as Value
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import ROOT, Tree
from buildup.geometry.transforms import shift
from drawings import store
from drawings.models import Drawing
from playwright.sync_api import Page

MEASURES = 200
FOLLOWERS = 2_000
SHAPES = 20


def _row(server: Server, shapes: int, measures: int) -> Drawing:
    """Rectangles whose radius follows measures, each tenth of which is a number."""
    known = tuple(
        Measure(
            id=f"m{n}",
            name=f"m{n}",
            formula="4 px" if n % 10 == 0 else f"m{n - 1} * 1.01 + 0.1 px",
            unit="px",
        )
        for n in range(measures)
    )
    items = {FIRST_LAYER: Layer(id=FIRST_LAYER, name="Layer 1")}
    for n in range(shapes):
        place = shift(complex(60 + n % 50 * 90, 60 + n // 50 * 70))
        follows = (Follow("dials.radius", f"m{n * measures // shapes}", "px"),)
        items[f"o{n}"] = Shape(
            id=f"o{n}",
            name=f"o{n}",
            shape="rectangle",
            dials={"radius": 4.0},
            frame=Frame(80, 60, place),
            follows=follows,
        )
    ids = tuple(i for i in items if i != FIRST_LAYER)
    sheet = Sheet(4_600, 3_000, "px", measures=known, parametric=True)
    value = Value(sheet, items, Tree({ROOT: (FIRST_LAYER,), FIRST_LAYER: ids}))
    row = Drawing.objects.create(owner=server.user, name="Measured", sheet=write(sheet))
    store.write_items(row, replace(value, sheet=sheet))
    return row


def following_rows(page: Page, server: Server) -> list[Row]:
    """The table worked out, and drags beside the same edit without measures."""
    opened_in(page, server, _row(server, FOLLOWERS, MEASURES), "o0")
    wait_for_worker(page)
    table = asked(page, "measures", [{} for _ in range(30)])
    one = asked(page, "aim", [_asks(_change(n)) for n in range(60)])
    opened_in(page, server, _row(server, SHAPES, 1), "o0")
    wait_for_worker(page)
    every = [f"o{n}" for n in range(SHAPES)]
    # the same edit of all twenty: by their measure as one is dragged, and told one by one
    drags = asked(page, "aim", [_asks(_dial(n, ["o0"])) for n in range(120)])
    plain = asked(page, "aim", [_asks(_dial(n, every)) for n in range(120)])
    found = {
        f"worker: table of {MEASURES} measures, {FOLLOWERS:,} followers": (table[5:], None),
        "worker: one of 200 measures, which 100 of 2,000 follow": (one[10:], None),
        "worker: a dragged measure that 20 shapes follow": (drags[20:], 12),
        "worker: the dial of 20 shapes at once": (plain[20:], None),
    }
    return [Row(what, median(t), p95(t), budget) for what, (t, budget) in found.items()]


def _asks(command: object) -> object:
    return {"aim": None, "command": command, "selection": ["o0"]}


def _change(n: int) -> object:
    return {"kind": "change_measure", "measure": "m0", "formula": f"{4 + n / 50} px"}


def _dial(n: int, items: list[str]) -> object:
    return {"kind": "set_dial", "items": items, "dial": "radius", "value": 4.0 + n / 20}
