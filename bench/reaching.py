"""What the interface itself costs: a letter in the finder, a leaf of Properties that opens."""

from asking import opened_in, wait_for_worker
from bench_rows import Row
from board import Server, median, p95
from drawings.models import Drawing
from playwright.sync_api import Page

TYPED = ("u", "un", "uni", "rot", "rotate 3", "rotate 30", "outline 1", "mir", "mirror", "s") * 4
LEAVES = ("Paint", "Arrange", "Form") * 12

WORK = """async ([texts]) => {
    // work in the page: from the event until Vue has changed the document and it is laid out
    const field = document.querySelector("[data-testid=finder]");
    const put = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
    const times = [];
    for (const text of texts) {
        await new Promise((done) => requestAnimationFrame(done));
        const from = performance.now();
        put.call(field, text);
        field.dispatchEvent(new Event("input", { bubbles: true }));
        await new Promise((done) => queueMicrotask(() => queueMicrotask(done)));
        void document.body.offsetHeight;
        times.push(performance.now() - from);
    }
    return times;
}"""
OPEN = """async ([leaves]) => {
    const times = [];
    for (const leaf of leaves) {
        await new Promise((done) => requestAnimationFrame(done));
        const from = performance.now();
        document.querySelector(`[data-testid=properties-${leaf}]`).click();
        await new Promise((done) => queueMicrotask(() => queueMicrotask(done)));
        void document.body.offsetHeight;
        times.push(performance.now() - from);
    }
    return times;
}"""


def reaching_rows(page: Page, server: Server, large: Drawing) -> list[Row]:
    """In a drawing of 2,000 items, all of which can be found."""
    opened_in(page, server, large)
    wait_for_worker(page)
    page.wait_for_timeout(3000)
    page.keyboard.press("Control+k")
    letters = page.evaluate(WORK, [list(TYPED)])
    page.keyboard.press("Escape")
    page.get_by_test_id("stack-Outline 7").locator("button").first.click()
    page.wait_for_timeout(500)
    leaves = page.evaluate(OPEN, [list(LEAVES)])
    return [
        Row("finder: a letter, work in the page, 2,000 items", median(letters), p95(letters), 16),
        Row("a leaf of Properties opens", median(leaves), p95(leaves), 50),
    ]
