"""What the designer sees: pointer to paint, and opening a large drawing, in headless Chromium."""

from asking import LOOKED, asked, opened_in, opened_large, wait_for_worker
from assembled import assembled_rows
from bench_rows import Row
from board import Server, aim, all_shapes, dial_changes, drag, drawing, median, p95
from buildup.shapes.registry import SHAPES
from drawings.models import Drawing
from faired import faired_rows
from following import following_rows
from huge import huge
from large import in_the_large
from mirrored import mirrored_rows
from playwright.sync_api import Page, sync_playwright
from reaching import reaching_rows

FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]
MOVES = 60

WATCH = """() => {
    const times = [];
    let moved = null;
    window.addEventListener("pointermove", (e) => { if (e.buttons) moved = e.timeStamp; }, true);
    new MutationObserver(() => {
        if (moved === null) return;
        const from = moved;
        moved = null;
        requestAnimationFrame(() => { times.push(performance.now() - from); });
    }).observe(document.querySelector("path[data-item=o7]"), { attributes: true });
    window.__times = times;
}"""


def _drag(page: Page) -> list[float]:
    page.get_by_test_id("tool-anchors").click()
    page.get_by_test_id("stack-Outline 7").locator("button").first.click()
    anchor = page.get_by_test_id("anchor-3")
    box = anchor.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(WATCH)
    page.mouse.move(x, y)
    page.mouse.down()
    for n in range(MOVES):
        page.mouse.move(x + 5 + 3 * n, y + 5 + (7 * n) % 40)
        page.wait_for_timeout(60)
    page.mouse.up()
    return page.evaluate("window.__times")


def _worker_rows(page: Page, server: Server, row: Drawing, middle: Drawing) -> list[Row]:
    page.evaluate("localStorage.setItem('measured', '1')")
    opened_in(page, server, row)
    wait_for_worker(page)
    ready = page.evaluate("window.__session('started')")
    page.wait_for_timeout(2000)
    previews = asked(page, "aim", [{"aim": None, "command": drag(n), **LOOKED} for n in range(120)])
    opened_in(page, server, middle)
    wait_for_worker(page)
    page.wait_for_timeout(6000)
    cues = asked(
        page, "aim", [{"aim": aim(n), "command": None, "selection": []} for n in range(120)]
    )
    return [
        Row("worker: until it is ready", ready, ready, None),
        Row("worker: preview, 200 × 20", median(previews), p95(previews), 8),
        Row("worker: cues with 5,000 anchors in sight", median(cues), p95(cues), 4),
    ]


def _shape_rows(page: Page, server: Server, row: Drawing) -> list[Row]:
    """One dial change with its picture, for every kind of shape."""
    opened_in(page, server, row, "rectangle")
    wait_for_worker(page)
    page.wait_for_timeout(1000)
    rows = []
    for name, kind in SHAPES.items():
        framed = {"aim": None, "selection": [name], "view": {"marks": "frame"}}
        questions = [{"command": c, **framed} for c in dial_changes(name)]
        asked(page, "aim", questions[:5])
        times = asked(page, "aim", questions)
        rows.append(Row(f"worker: a dial of {kind.label.lower()}", median(times), p95(times), 8))
    return rows


def in_the_browser(server: Server, small: Drawing, middle: Drawing, large: Drawing) -> list[Row]:
    """Rows for the browser."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        context = browser.new_context(viewport={"width": 1280, "height": 800})
        context.add_cookies([{"name": "sessionid", "value": server.session, "url": server.url}])
        page = context.new_page()
        page.goto(server.url)
        opened = [opened_large(page, server, large)[1] for _ in range(3)]
        opened_in(page, server, small)
        painted = _drag(page)
        worker = _worker_rows(page, server, small, middle)
        worker += mirrored_rows(page, server, small)
        worker += assembled_rows(page, server)
        worker += faired_rows(page, server, small)
        worker += following_rows(page, server)
        opened_in(page, server, small)
        wait_for_worker(page)
        page.wait_for_timeout(8000)  # the index of cues is ready too, as in mid-work
        with_worker = _drag(page)
        shapes = _shape_rows(page, server, all_shapes(server.user.pk))
        reached = reaching_rows(page, server, large)
        far, few = in_the_large(page, server, drawing(server.user.pk, 1), large)
        far += huge(page, server, few)
        browser.close()
    return [
        *worker,
        *shapes,
        Row("pointer to paint through the worker", median(with_worker), p95(with_worker), 33),
        Row("pointer to paint while the worker starts", median(painted), p95(painted), None),
        Row("open 2,000 items with 40,000 anchors", median(opened), p95(opened), 2000),
        *far,
        *reached,
    ]
