"""A part of an assembly dragged, in the worker: the result is worked out anew at each move."""

from asking import LOOKED, asked, opened_in, wait_for_worker
from bench_rows import Row
from board import Server, drawing, median, p95
from buildup.edits.assemblies.combining import Assemble
from drawings.services.edit import Known, edit
from playwright.sync_api import Page

LOOK = {**LOOKED, "selection": ["o7"], "view": {"marks": "frame"}}


def assembled_rows(page: Page, server: Server) -> list[Row]:
    """Two outlines of 20 anchors, and forty of them, of which one is dragged."""
    rows = []
    for parts in (2, 40):
        row = drawing(server.user.pk, 200)
        items = tuple(f"o{n}" for n in range(6, 6 + parts))
        command = Assemble(items=items, assembly="a", operation="difference")
        edit(
            server.user.pk,
            row.pk,
            command_id=f"assemble-{parts}",
            known=Known(1),
            command=command,
        )
        opened_in(page, server, row, "a")
        wait_for_worker(page)
        drags = [
            {"kind": "move_items", "items": ["o7"], "by": [n % 17 - 30, n % 11 - 5]}
            for n in range(90)
        ]
        times = asked(page, "aim", [{"aim": None, "command": d, **LOOK} for d in drags])[10:]
        what = f"worker: a part dragged in an assembly of {parts} outlines of 20 anchors"
        rows.append(Row(what, median(times), p95(times), None))
    return rows
