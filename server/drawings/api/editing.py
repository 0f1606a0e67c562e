"""The board: a drawing opened, edited, taken back, sent out."""

from typing import Any

from buildup import repainting
from buildup.edits.change import updated
from buildup.repainting import Repaint
from buildup.timeline import Follows
from buildup.view.selection import ViewRequest
from common import progress as longwork
from common.openapi import LINES, lines_out
from common.requests import whose
from django.http import HttpRequest, HttpResponse, StreamingHttpResponse
from ninja import Router

from drawings import schema, store
from drawings import serializers as answers
from drawings.selectors import pages
from drawings.selectors.history import next_steps, page
from drawings.selectors.lookup import found
from drawings.services import lifecycle as acts
from drawings.services.edit import Known, Outcome, check_known, delta_after, edit
from drawings.services.navigate import delta_to, go

router = Router(tags=["drawings"])
MOST_STEPS_SHOWN = 2_000
"""Between the step that a drawing stands at and one that is only looked at."""


def _known(version: int | None, tip: str | None) -> Known | None:
    return None if version is None else Known(version, tip)


def _answer(kept: Outcome, body: schema.CommandIn | schema.GoIn) -> dict[str, Any]:
    """What changed since the version that the client knew."""
    since = kept.row.version - 1 if body.version is None else body.version
    return answers.change(
        kept.row,
        kept.delta,
        kept.after,
        (body.selection, body.view),
        since=since,
        around=kept.around,
        held=kept.before,
    )


@router.get("/drawings/{drawing}", response=schema.Board)
def open_drawing(request: HttpRequest, drawing: int) -> HttpResponse:
    """A whole drawing; its drawables are handed on as they are stored, without reading them."""
    text = pages.whole(whose(request), drawing)
    return HttpResponse(text, content_type="application/json")


@router.get("/drawings/{drawing}/pages", openapi_extra=lines_out("The board, then its items."))
def open_in_pages(request: HttpRequest, drawing: int) -> StreamingHttpResponse:
    """The same as it comes: a board with what holds something, lists of items, and their count.

    A drawing of a page or less comes whole in the first line. What does not end with the count was
    cut off.
    """
    lines = pages.lines_of(whose(request), drawing)
    return StreamingHttpResponse(lines, content_type=LINES)


@router.patch("/drawings/{drawing}", response=schema.Card)
def rename_drawing(request: HttpRequest, drawing: int, body: schema.NameIn) -> dict[str, Any]:
    """Another name."""
    return answers.card(acts.rename(whose(request), drawing, name=body.name))


@router.delete("/drawings/{drawing}", response={204: None})
def delete_drawing(request: HttpRequest, drawing: int) -> tuple[int, None]:
    """Take a drawing out of sight."""
    acts.delete(whose(request), drawing)
    return 204, None


@router.get("/drawings/{drawing}/document", response=schema.DeskDrawing)
def get_document(request: HttpRequest, drawing: int) -> dict[str, Any]:
    """A drawing for the core in the browser."""
    with store.snapshot():
        row = found(whose(request), drawing)
        items = list(row.items.order_by("parent", "rank").values_list("item", "parent", "body"))
        undo, redo = (answers.step(s) for s in next_steps(row))
    values = {"version": row.version, "tip": row.identity, "sheet": row.sheet, "items": items}
    return {**values, "undo": undo, "redo": redo}


@router.get("/drawings/{drawing}/changes", response=schema.Since)
def list_changes(
    request: HttpRequest, drawing: int, since: int, tip: str | None = None
) -> dict[str, Any]:
    """What changed since a version, for windows that follow each other."""
    with store.snapshot():
        row = found(whose(request), drawing)
        check_known(row, Known(since, tip))
        if since == row.version:
            return {"answer": None}
        delta = delta_after(row, since)
        after = store.value_of(row)
        return {
            "answer": answers.change(
                row, delta, after, ((), ViewRequest()), since=since, around=next_steps(row)
            )
        }


@router.post("/drawings/{drawing}/commands", response={200: schema.Answer, 409: schema.StaleAnswer})
def apply_command(request: HttpRequest, drawing: int, body: schema.CommandIn) -> dict[str, Any]:
    """Keep an edit."""
    kept = edit(
        whose(request),
        drawing,
        command_id=body.id,
        known=_known(body.version, body.tip),
        command=body.command,
        follows=None if body.follows is None else Follows(**body.follows.dict()),
    )
    return _answer(kept, body)


@router.get("/drawings/{drawing}/progress/{edit}", response=schema.Work)
def get_progress(request: HttpRequest, drawing: int, edit: str) -> dict[str, float | None]:
    """How far an edit is that takes long."""
    return {"part": longwork.progress_of(whose(request), edit[:40])}


@router.delete("/drawings/{drawing}/progress/{edit}", response={204: None})
def cancel_edit(request: HttpRequest, drawing: int, edit: str) -> tuple[int, None]:
    """Let an edit that takes long end without a result."""
    longwork.stop(whose(request), edit[:40])
    return 204, None


@router.post(
    "/drawings/{drawing}/history/head", response={200: schema.Answer, 409: schema.StaleAnswer}
)
def move_in_history(request: HttpRequest, drawing: int, body: schema.GoIn) -> dict[str, Any]:
    """Undo, redo, or go to a step."""
    kept = go(
        whose(request),
        drawing,
        command_id=body.id,
        known=_known(body.version, body.tip),
        to=body.to,
        edit=body.edit,
    )
    return _answer(kept, body)


@router.get("/drawings/{drawing}/history", response=schema.History)
def list_history(
    request: HttpRequest, drawing: int, before: int | None = None, after: int | None = None
) -> dict[str, Any]:
    """The steps of a drawing around where it stands; or a page of those before or after one."""
    with store.snapshot():
        row = found(whose(request), drawing)
        values = page(row, before=before, after=after)
    steps = [answers.listed(step, values.drew) for step in values.steps]
    return {"steps": steps, "at": row.head, "earlier": values.earlier, "later": values.later}


@router.get("/drawings/{drawing}/history/{step}", response=Repaint)
def get_step(request: HttpRequest, drawing: int, step: int) -> Repaint:
    """What looks different at another step of the history; nothing is changed."""
    with store.snapshot():
        row = found(whose(request), drawing)
        delta = delta_to(row, step, most=MOST_STEPS_SHOWN)
        now = store.value_of(row)
    then = updated(now, delta)
    return repainting.repaint(then, delta, (), before=now.tree)
