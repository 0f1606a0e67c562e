"""A drawing of 20,000 outlines with 400,000 anchors beside an empty one, in the browser."""

from asking import asked, opened_large, wait_for_worker
from bench_rows import Row
from board import Server, drag, drawing, median, p95
from drawings.models import Drawing
from large import dragged, selected, zoomed
from playwright.sync_api import Page

ITEMS = 20_000
ALL = [f"o{n}" for n in range(ITEMS)]
FRAME = {"marks": "frame", "sight": None, "chosen": []}
ANCHORS = {"marks": "anchors", "sight": None, "chosen": [["o7", 0, 3]]}


def in_the_worker(page: Page) -> list[Row]:
    """What the hand asks while it moves."""

    def row(what: str, verb: str, questions: list[object], budget: float | None) -> Row:
        times = asked(page, verb, questions)
        return Row(f"20,000: {what}", median(times), p95(times), budget)

    one = {"aim": None, "selection": ["o7"], "view": ANCHORS}
    line = {"kind": "draw_line", "item": "n1", "start": [0, 0]}
    probes = [[40 + 37 * n % 1900, 40 + 23 * n % 1500] for n in range(60)]
    return [
        row("drag of an anchor", "aim", [{"command": drag(n), **one} for n in range(60)], 12),
        row(
            "cues far out",
            "aim",
            [{**one, "aim": {"probes": [at], "scale": 0.05}, "command": None} for at in probes],
            8,
        ),
        row(
            "a new line",
            "aim",
            [{"command": {**line, "to": [5 + n, 9]}, **one} for n in range(20)],
            None,
        ),
        row(
            "what a dragged box touches",
            "within",
            [
                {"start": [0, 0], "end": [900 + n, 900], "place": "layer-1", "whole": False}
                for n in range(8)
            ],
            None,
        ),
        row("frame of all", "select", [{"selection": ALL, "view": FRAME}] * 5, 150),
    ]


def huge(page: Page, server: Server, small: list[float]) -> list[Row]:
    """All rows; `small` are the wheel steps of an empty drawing."""
    row = Drawing.objects.filter(owner=server.user, name=f"{ITEMS} outlines").first()
    row = row or drawing(server.user.pk, ITEMS)
    begun, shown = opened_large(page, server, row)
    wait_for_worker(page)
    page.wait_for_timeout(30_000)  # it is read, as in mid-work
    big = zoomed(page)
    all_of_it = selected(page)
    page.wait_for_timeout(3000)
    moves = dragged(page)
    page.wait_for_timeout(3000)
    heap = page.evaluate("performance.memory.usedJSHeapSize") / 1e6
    return [
        Row("20,000: until it begins to show", begun, begun, None),
        Row("20,000: until all in sight shows", shown, shown, 2500),
        Row("20,000: wheel ÷ empty", median(big) / median(small), p95(big) / p95(small), 1.5, ""),
        Row("20,000: select all", all_of_it, all_of_it, 150),
        Row("20,000: drag all, pointer to paint", median(moves), p95(moves), 50),
        Row("20,000: heap of the page's script", heap, heap, 600, " MB"),
        *in_the_worker(page),
    ]
