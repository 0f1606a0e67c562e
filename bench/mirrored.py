"""A drag of one anchor in a kaleidoscope of 24 images, beside the same without it, in one run."""

from asking import LOOKED, asked, opened_in, wait_for_worker
from bench_rows import Row
from board import Server, drag, drawing, median, p95
from buildup.edits.symmetry.symmetries import MakeSymmetry
from buildup.forms.symmetry.axes import Axis
from drawings.models import Drawing
from drawings.services.edit import Known, edit
from playwright.sync_api import Page

ROUNDS = 3
QUESTIONS = [{"aim": None, "command": drag(n), **LOOKED} for n in range(120)]


def in_a_kaleidoscope(user_id: int) -> Drawing:
    """200 outlines with 20 anchors each, one of them in a kaleidoscope of twelve, mirrored."""
    row = drawing(user_id, 200)
    axis = Axis(centre=(1000.0, 800.0), count=12)
    command = MakeSymmetry(items=("o7",), symmetry="k", pattern="kaleidoscope", axis=axis)
    edit(user_id, row.pk, command_id="into-a-kaleidoscope", known=Known(1), command=command)
    return row


def mirrored_rows(page: Page, server: Server, plain: Drawing) -> list[Row]:
    """The previews of both, and how they compare."""
    times: dict[int, list[float]] = {}
    mirrored = in_a_kaleidoscope(server.user.pk)
    for _ in range(ROUNDS):
        for row in (plain, mirrored):
            opened_in(page, server, row)
            wait_for_worker(page)
            page.wait_for_timeout(1500)
            asked(page, "aim", QUESTIONS[:20])
            times.setdefault(row.pk, []).extend(asked(page, "aim", QUESTIONS))
    one, other = times[plain.pk], times[mirrored.pk]
    return [
        Row("worker: preview in a kaleidoscope of 24 images", median(other), p95(other), 8),
        Row("… ÷ the plain one", median(other) / median(one), p95(other) / p95(one), 1.2, ""),
    ]
