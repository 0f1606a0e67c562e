"""A drawing of 2,000 outlines with 40,000 anchors beside an empty one, and a long history."""

import time

from asking import asked, opened_in, opened_large, spot_on_screen, wait_for_worker
from bench_rows import Row
from board import Server, kept, median, outline, p95
from drawings.models import Drawing, Step
from playwright.sync_api import Page

STEPS = 24

PAINTED = """async ([act]) => {
    const frame = () => new Promise((done) => requestAnimationFrame(done));
    const canvas = document.querySelector("[data-testid=canvas]");
    const { left, top, width, height } = canvas.getBoundingClientRect();
    const [x, y] = [left + width / 2, top + height / 2];
    const times = [];
    for (let n = 0; n < 24; n += 1) {
        await frame();
        const from = performance.now();
        const deltaY = n % 2 ? 100 : -100;
        const turned = { deltaY, clientX: x, clientY: y, cancelable: true };
        canvas.dispatchEvent(new WheelEvent("wheel", turned));
        await frame();
        await new Promise((done) => {
            const c = new MessageChannel();
            c.port1.onmessage = done;
            c.port2.postMessage(0);
        });
        times.push(performance.now() - from);
    }
    return times;
}"""

PINCHED = """() => {
    const times = [];
    window.addEventListener("pointermove", (e) => {
        if (e.pointerType !== "touch") return;
        const from = performance.now();
        requestAnimationFrame(() => {
            const c = new MessageChannel();
            c.port1.onmessage = () => times.push(performance.now() - from);
            c.port2.postMessage(0);
        });
    }, true);
    window.__times = times;
}"""

MOVED = """() => {
    const times = [];
    let moved = null;
    const note = (e) => { if (e.buttons) moved = performance.now(); };
    window.addEventListener("pointermove", note, true);
    new MutationObserver(() => {
        if (moved === null) return;
        const from = moved;
        moved = null;
        requestAnimationFrame(() => {
            const c = new MessageChannel();
            c.port1.onmessage = () => times.push(performance.now() - from);
            c.port2.postMessage(0);
        });
    }).observe(document.querySelector("#on-the-sheet"), {
        attributeFilter: ["transform"],
        subtree: true,
    });
    window.__times = times;
}"""


def zoomed(page: Page) -> list[float]:
    """Milliseconds of wheel steps, until they are painted."""
    return page.evaluate(PAINTED, ["zoom"])


def pinched(page: Page) -> list[float]:
    """The same of two fingers, of which one comes and goes."""
    protocol = page.context.new_cdp_session(page)

    def touch(kind: str, *spots: tuple[float, float]) -> None:
        points = [{"id": n, "x": x, "y": y} for n, (x, y) in enumerate(spots)]
        protocol.send("Input.dispatchTouchEvent", {"type": kind, "touchPoints": points})

    protocol.send("Emulation.setTouchEmulationEnabled", {"enabled": True, "maxTouchPoints": 5})
    box = page.get_by_test_id("canvas").bounding_box()
    assert box
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.evaluate(PINCHED)
    touch("touchStart", (x - 100, y))
    touch("touchStart", (x - 100, y), (x + 100, y))
    for n in range(STEPS):
        touch("touchMove", (x - 100, y), (x + (130 if n % 2 else 100), y))
        page.wait_for_timeout(120)
    touch("touchEnd")
    protocol.send("Emulation.setTouchEmulationEnabled", {"enabled": False})
    protocol.detach()
    return page.evaluate("window.__times")


def selected(page: Page) -> float:
    """Milliseconds from select all to its frame."""
    page.keyboard.press("q")
    page.evaluate(
        """() => {
        window.__framed = new Promise((done) => {
            const from = performance.now();
            const look = () => document.querySelector("[data-testid=grip-e]")
                ? done(performance.now() - from) : requestAnimationFrame(look);
            window.addEventListener("keydown", () => requestAnimationFrame(look), { once: true });
        });
    }"""
    )
    page.keyboard.press("Control+a")
    return page.evaluate("window.__framed")


def dragged(page: Page) -> list[float]:
    """Pointer to paint while all of it is dragged."""
    x, y = spot_on_screen(page, 1045, 830)  # on the outline o1025
    page.evaluate(MOVED)
    page.mouse.move(x, y)
    page.mouse.down()
    for n in range(STEPS):
        page.mouse.move(x + 6 + 2 * n, y + 6 + (5 * n) % 30)
        page.wait_for_timeout(120)
    page.keyboard.press("Escape")
    page.mouse.up()
    return page.evaluate("window.__times")


def far_cues(page: Page) -> list[Row]:
    """What is met at zooms far out, in the worker."""
    rows = []
    for percent in (100, 10, 5, 2):
        questions = [
            {
                "aim": {
                    "probes": [[40 + 37 * n % 1900, 40 + 23 * n % 1500]],
                    "scale": percent / 100,
                },
                "command": None,
                "selection": [],
            }
            for n in range(60)
        ]
        times = asked(page, "aim", questions)
        rows.append(
            Row(f"worker: cues at {percent} %, 40,000 anchors", median(times), p95(times), 8)
        )
    return rows


def long_outline(page: Page, server: Server) -> list[Row]:
    """One anchor of an outline of 10,000 dragged: the preview's time and size, and a step's."""
    row = kept(server.user.pk, "One outline of 10,000", (outline(7, 10_000),))
    opened_in(page, server, row)
    wait_for_worker(page)
    move = {"kind": "move_anchors", "anchors": [["o7", 0, 3]], "by": [3, 4]}
    looked = {
        "selection": ["o7"],
        "view": {"marks": "anchors", "sight": None, "chosen": [["o7", 0, 3]]},
    }
    question = {"aim": None, "command": move, **looked}
    times = asked(page, "aim", [question] * 12)
    size = page.evaluate(
        "async (q) => JSON.stringify(await window.__session('aim', q)).length", question
    )
    server.ask(f"drawings/{row.pk}/commands", {"command": move, "id": "long-0001", "version": 1})
    step = Step.objects.get(drawing=row, number=2)
    stored = len(str(step.change)) + len(str(step.inverse))
    return [
        Row("worker: preview of one anchor of 10,000", median(times), p95(times), None),
        Row("… its answer", size / 1000, size / 1000, None, " KB"),
        Row("… its stored step", stored / 1000, stored / 1000, None, " KB"),
    ]


def history(server: Server) -> list[Row]:
    """Undo and opening with 100 and with 10,000 steps; the ratio of the medians."""
    medians: dict[str, list[float]] = {"undo": [], "open": []}
    for count in (100, 10_000):
        row = kept(server.user.pk, f"{count} steps", (outline(7),))
        change = {"form": 3, "put": [], "patches": [], "moves": [], "removed": [], "sheet": None}
        Step.objects.bulk_create(
            (
                Step(
                    drawing=row,
                    number=n,
                    command_id=f"step-{n:06}",
                    action=Step.EDIT,
                    name="Step",
                    parent=n - 1,
                    change=change,
                    inverse=change,
                )
                for n in range(2, count)
            ),
            batch_size=500,
        )
        Drawing.objects.filter(pk=row.pk).update(version=count - 1, head=count - 1)
        path = f"drawings/{row.pk}"
        undone, opened = [], []
        for n in range(20):
            body = {"id": f"undo-{n:05}", "version": count - 1 + n, "to": "undo"}
            undone.append(server.ask(f"{path}/history/head", body)[0])
            opened.append(server.ask(path)[0])
        medians["undo"].append(median(undone))
        medians["open"].append(median(opened))
    rows = []
    for what, (few, many) in medians.items():
        rows.append(Row(f"{what} with 10,000 steps ÷ with 100", many / few, many / few, 1.2, ""))
    return rows


def in_the_large(
    page: Page, server: Server, empty: Drawing, large: Drawing
) -> tuple[list[Row], list[float]]:
    """All rows of the large drawing, and the wheel steps of the empty one."""
    page.evaluate("localStorage.setItem('measured', '1')")
    opened_in(page, server, empty, "o0")
    page.wait_for_timeout(1500)
    small = zoomed(page)
    start = time.perf_counter()
    _, shown = opened_large(page, server, large)
    wait_for_worker(page)
    ready = (time.perf_counter() - start) * 1000
    page.wait_for_timeout(20_000)  # the index of cues is ready, as in mid-work
    big = zoomed(page)
    fingers = pinched(page)
    all_of_it = selected(page)
    page.wait_for_timeout(1000)
    moves = dragged(page)
    rows = [
        Row("large: until it shows, 2,000 items", shown, shown, 1200),
        Row("large: until the worker holds it", ready, ready, None),
        Row("zoom, an empty drawing", median(small), p95(small), None),
        Row("zoom, 2,000 × 20", median(big), p95(big), None),
        Row("zoom, ratio", median(big) / median(small), p95(big) / p95(small), 1.5, ""),
        Row("pinch ÷ wheel", median(fingers) / median(big), p95(fingers) / p95(big), 1, ""),
        Row("select all of 2,000", all_of_it, all_of_it, 150),
        Row("drag all of 2,000, pointer to paint", median(moves), p95(moves), 50),
        *far_cues(page),
        *long_outline(page, server),
    ]
    return rows, small
