"""Match, through the server, while an anchor of a proposed outline is dragged."""

from bench_rows import Row
from board import Server, median, p95
from buildup.edits.apply import read_command
from demo.management.commands.load_demo import trace
from drawings import store
from drawings.models import Drawing
from drawings.services.edit import Known, edit

ROUNDS = 60


def matched(server: Server) -> list[Row]:
    """The demo's reference: its form found, an outline proposed for it, and measured."""
    trace(server.user.pk)
    row = Drawing.objects.filter(owner=server.user).latest("pk")
    (reference,) = store.value_of(row).sheet.references
    path = f"drawings/{row.pk}"
    place = [reference.x, reference.y + reference.height * 0.2]
    where = {"reference": "body", "places": [place], "holes": False}
    finding = [server.ask(f"{path}/queries/traced-area", where) for _ in range(5)]
    form = finding[-1][1]["traced_area"]
    pixel = form["pixel"] * reference.width
    commands = (
        {"kind": "set_traced_area", "reference": "body", "traced_area": form},
        {"kind": "trace_outline", "item": "top", "reference": "body", "tolerance": 2.2 * pixel},
    )
    for command in commands:
        row.refresh_from_db()
        edit(
            server.user.pk,
            row.pk,
            command_id=f"match-{command['kind']}",
            known=Known(row.version),
            command=read_command(command),
        )
    times = []
    for n in range(ROUNDS):
        move = {"kind": "move_anchors", "anchors": [["top", 0, 3]], "by": [n % 9, n % 7]}
        body = {"items": ["top"], "reference": "body", "command": move}
        times.append(server.ask(f"{path}/queries/match", body)[0])
    found = [time for time, _ in finding]
    return [
        Row("match through the server, 11 anchors", median(times[8:]), p95(times[8:]), 60),
        Row("a form found in the demo's picture", median(found), p95(found), None),
    ]
