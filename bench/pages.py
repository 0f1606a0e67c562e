"""What the designer sees: pointer to paint, and opening a large drawing, in headless Chromium."""

from bench_rows import Row
from board import Server, median, p95
from playwright.sync_api import Page, sync_playwright
from studio.models import Drawing

FLAGS = ["--no-sandbox", "--disable-gpu", "--disable-background-networking", "--disable-sync"]
MOVES = 60

WATCH = """() => {
    const times = [];
    let moved = null;
    window.addEventListener("pointermove", (e) => { if (e.buttons) moved ??= e.timeStamp; }, true);
    new MutationObserver(() => {
        if (moved === null) return;
        const from = moved;
        moved = null;
        requestAnimationFrame(() => { times.push(performance.now() - from); });
    }).observe(document.querySelector("path[data-item=o7]"), { attributes: true });
    window.__times = times;
}"""


def _open(page: Page, server: Server, row: Drawing) -> float:
    start = page.evaluate("performance.timeOrigin + performance.now()")
    page.goto(f"{server.url}/drawings/{row.pk}")
    page.wait_for_selector("path[data-item=o7]", state="attached")
    page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
    return page.evaluate("performance.timeOrigin + performance.now()") - start


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
        page.mouse.move(x + 5 + n % 13, y + 5 + n % 7)
        page.wait_for_timeout(40)
    page.mouse.up()
    return page.evaluate("window.__times")


def in_the_browser(server: Server, small: Drawing, large: Drawing) -> list[Row]:
    """Rows for the browser."""
    with sync_playwright() as playwright:
        browser = playwright.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
        context = browser.new_context(viewport={"width": 1280, "height": 800})
        context.add_cookies([{"name": "sessionid", "value": server.session, "url": server.url}])
        page = context.new_page()
        page.goto(server.url)
        opened = [_open(page, server, large) for _ in range(3)]
        _open(page, server, small)
        painted = _drag(page)
        browser.close()
    return [
        Row("pointer to paint of that drag, headless Chromium", median(painted), p95(painted), 33),
        Row("open 2,000 items with 40,000 anchors", median(opened), p95(opened), 2000),
    ]
