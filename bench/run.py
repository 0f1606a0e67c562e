"""The budgets of docs/performance.md, measured on this machine in one run."""

import platform
import time

from audits import audited
from bench_rows import Row, table
from board import Server, aim, drag, drawing, median, p95
from buildup import repainting
from buildup.edits.apply import read_command
from curves import budgets, comparison
from django.conf import settings
from drawings import store
from drawings.models import Drawing
from figures import compared
from large import history
from matched import matched
from pages import in_the_browser
from regions import regions
from sizes import close_curves, growing
from wire import wire_rows

ROUNDS = 120


def in_the_core(row: Drawing) -> Row:
    """The preview alone, without any host."""
    value = store.value_of(row)
    times = []
    for n in range(ROUNDS):
        start = time.perf_counter()
        repainting.preview(value, read_command(drag(n)), ["o7"])
        times.append((time.perf_counter() - start) * 1000)
    return Row("preview in the core alone, 200 × 20", median(times), p95(times), None)


def through_the_server(server: Server, row: Drawing) -> list[Row]:
    """Previews and commits over HTTP to gunicorn and MariaDB."""
    previews, commits = [], []
    path = f"drawings/{row.pk}"
    for _ in range(8):  # both server processes have the drawing in memory, as in mid-work
        server.ask(f"{path}/queries/preview", {"command": drag(0), "selection": ["o7"]})
    for n in range(ROUNDS):
        body = {"command": drag(n), "selection": ["o7"]}
        previews.append(server.ask(f"{path}/queries/preview", body)[0])
    for n in range(ROUNDS):
        body = {"command": drag(n), "selection": ["o7"], "version": 1 + n, "id": f"bench-{n:05}"}
        commits.append(server.ask(f"{path}/commands", body)[0])
    return [
        Row("preview through the server, 200 × 20", median(previews), p95(previews), 25),
        Row("commit to MariaDB and back", median(commits), p95(commits), 40),
    ]


def cues(server: Server, row: Drawing) -> Row:
    """What a pointer meets, over HTTP."""
    path = f"drawings/{row.pk}/queries/preview"
    for n in range(8):
        server.ask(path, {"aim": aim(n)})
    times = [server.ask(path, {"aim": aim(n)})[0] for n in range(ROUNDS)]
    return Row("cues through the server, 5,000 anchors", median(times), p95(times), None)


def main() -> None:
    """Run everything and print the table."""
    curves = comparison()
    few = budgets()
    unions, beside = regions()
    server = Server()
    try:
        small, middle, large = (drawing(server.user.pk, n) for n in (200, 250, 2000))
        rows = [
            *few,
            *unions,
            in_the_core(small),
            *through_the_server(server, small),
            cues(server, middle),
        ]
        rows += in_the_browser(server, small, middle, large)
        rows += history(server)
        rows += matched(server)
        rows += wire_rows(settings.WEB)
        rows += audited(server)
    finally:
        server.stop()
    print(f"{platform.processor() or platform.machine()}, Python {platform.python_version()}")
    print(table(rows))
    print(f"\n{compared(rows)}")
    print(f"\n{curves}\n\n{beside}\n\n{growing()}\n\n{close_curves()}")


if __name__ == "__main__":
    main()
