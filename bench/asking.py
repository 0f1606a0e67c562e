"""Opening a drawing in the browser, and asking its worker."""

from board import Server
from drawings.models import Drawing
from playwright.sync_api import Page

LOOKED = {"selection": ["o7"], "view": {"marks": "anchors", "chosen": [["o7", 0, 3]]}}


def opened_in(page: Page, server: Server, row: Drawing, item: str = "o7") -> float:
    """Milliseconds until a drawing shows."""
    start = page.evaluate("performance.timeOrigin + performance.now()")
    page.goto(f"{server.url}/drawings/{row.pk}")
    shown = f"path[data-item={item}], #raster-drawing[data-painted=whole]"
    page.wait_for_selector(shown, state="attached")
    page.evaluate("new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))")
    return page.evaluate("performance.timeOrigin + performance.now()") - start


PAINTED = """(() => {
    const look = () => {
        const state = document.querySelector("#raster-drawing")?.dataset.painted;
        if (state) window.__begun ??= performance.now();
        if (state === "whole") window.__shown = performance.now();
        else requestAnimationFrame(look);
    };
    look();
})()"""


def opened_large(page: Page, server: Server, row: Drawing) -> tuple[float, float]:
    """Milliseconds until a large drawing begins to show, and until all that is in sight does."""
    page.add_init_script(PAINTED)
    page.goto(f"{server.url}/drawings/{row.pk}")
    page.wait_for_function("() => window.__shown")
    return tuple(page.evaluate("[window.__begun, window.__shown]"))


def spot_on_screen(page: Page, x: float, y: float) -> tuple[float, float]:
    """Where a place of the sheet is in the window."""
    return tuple(
        page.evaluate(
            """([x, y]) => {
            const at = new DOMPoint(x, y).matrixTransform(
                document.querySelector("#on-the-sheet").getScreenCTM());
            return [at.x, at.y];
        }""",
            [x, y],
        )
    )


ASK = """async ([verb, questions]) => {
    const times = [];
    for (const more of questions) {
        const from = performance.now();
        await window.__session(verb, more);
        times.push(performance.now() - from);
    }
    return times;
}"""


def wait_for_worker(page: Page) -> None:
    """Until the worker holds the drawing; the page's policy forbids waiting inside the page."""
    for _ in range(600):
        if page.evaluate("Boolean(window.__session && window.__session('ready'))"):
            return
        page.wait_for_timeout(100)
    raise TimeoutError("the worker did not get ready")


def asked(page: Page, verb: str, questions: list[object]) -> list[float]:
    """Milliseconds of questions to the worker, from the page and back."""
    return page.evaluate(ASK, [verb, questions])
