"""The comb while an anchor is dragged, and dials of thinning and fairing turned, in the worker."""

from asking import LOOKED, asked, opened_in, wait_for_worker
from bench_rows import Row
from board import Server, drag, median, p95
from drawings.models import Drawing
from playwright.sync_api import Page

SHOWS = {**LOOKED["view"], "curves": 1.5}
COMB = {"selection": ["o7"], "view": SHOWS}


def faired_rows(page: Page, server: Server, small: Drawing) -> list[Row]:
    """Previews of an outline of 20 anchors that is looked at with its comb."""
    opened_in(page, server, small)
    wait_for_worker(page)
    segments = [["o7", 0, k] for k in range(6)]
    questions = {
        "worker: drag of an anchor with the comb": (drag, 12),
        "worker: dial of thin out, 20 anchors": (
            lambda n: {
                "kind": "simplify_outlines",
                "items": ["o7"],
                "tolerance": 0.1 + n % 30 / 30,
            },
            None,
        ),
        "worker: dial of fair, 6 segments": (
            lambda n: {
                "kind": "fair_segments",
                "segments": segments,
                "tolerance": 2.0,
                "amount": n % 30 / 30,
            },
            None,
        ),
    }
    rows = []
    for what, (command, budget) in questions.items():
        times = asked(
            page, "aim", [{"aim": None, "command": command(n), **COMB} for n in range(100)]
        )
        rows.append(Row(what, median(times[10:]), p95(times[10:]), budget))
    return rows
