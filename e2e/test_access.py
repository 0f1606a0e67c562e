"""Everybody can use it: axe-core finds nothing on any main view, and no label is cut off."""

from pathlib import Path

from playwright.sync_api import expect

from core.tests.thorough import THOROUGH
from e2e.base import BrowserTest
from e2e.test_drawing import leaf, rectangle

AXE = Path(__file__).parents[1] / "web" / "node_modules" / "axe-core" / "axe.min.js"
RUN = """async ([looked, off]) => {
    const { violations, incomplete } = await window.axe.run(document, {
        resultTypes: ["violations", "incomplete"],
        runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa", "best-practice"],
    });
    const of = (v) => v.nodes.map((n) => `${n.html.slice(0, 160)} (${n.any[0]?.message ?? ""})`);
    return [
        ...violations.filter((v) => !off.includes(v.id)).map((v) => `${v.id}: ${of(v).join("; ")}`),
        ...incomplete.filter((v) => !looked.includes(v.id)).map((v) => `? ${v.id}: ${of(v)[0]}`),
    ];
}"""
# What axe cannot tell by itself, and was looked at: words over small drawings and over fields that
# lie on each other, whose colours are those of the roles, and those have their own check.
# PrimeVue's traps at both ends of a dialog, which nothing reads; and its lists, which a field names
# before they are there. Buttons whose text is one letter, a key.
LOOKED_AT = [
    "color-contrast",
    "aria-hidden-focus",
    "aria-input-field-name",
    "aria-valid-attr-value",
    "label-content-name-mismatch",
]
CUT = """() => {
    // Whatever hides its own overflow cuts its label; what can be scrolled does not. Names that
    // people give end in an ellipsis and have a title.
    const labels = "button, label, h1, h2, h3, dt, .label, .p-button-label, kbd, th";
    const own = [...document.querySelectorAll(labels)];
    const shown = own.filter((e) => e.offsetParent !== null && e.textContent.trim() !== "");
    const cut = shown.filter((e) => {
        const style = getComputedStyle(e);
        if (e.closest("[title]") && style.textOverflow === "ellipsis") return false;
        return e.scrollWidth > e.clientWidth + 1 && style.overflowX !== "visible"
            && style.display !== "inline";
    });
    const beyond = shown.filter((e) => {
        const box = e.getBoundingClientRect();
        let inside = e.parentElement;
        const lets = (one) => getComputedStyle(one).overflowX === "visible";
        while (inside && lets(inside)) inside = inside.parentElement;
        if (!inside || inside === document.documentElement) return box.right > innerWidth + 1;
        if (["auto", "scroll"].includes(getComputedStyle(inside).overflowX)) return false;
        return box.right > inside.getBoundingClientRect().right + 1;
    });
    return [...new Set([...cut, ...beyond])].map((e) => e.textContent.trim().slice(0, 60));
}"""
NEXT_FRAME = "() => new Promise((r) => requestAnimationFrame(() => setTimeout(r, 50)))"
WINDOWS = ((1280, 800), (1024, 700))


THEMES = ("day", "night")


class AccessTest(BrowserTest):
    seen = 0

    def sound(self, view, *, off=()):
        """axe-core finds nothing on what shows now, but by rules that do not hold for it."""
        with self.subTest(view):
            self.page.evaluate(AXE.read_text())
            self.assertEqual(self.page.evaluate(RUN, [LOOKED_AT, list(off)]), [])

    def whole(self, view):
        """No label is cut off, in a window of the usual size and in the smallest."""
        for width, height in WINDOWS:
            with self.subTest(f"{view}, {width} × {height}"):
                self.page.set_viewport_size({"width": width, "height": height})
                self.page.evaluate(NEXT_FRAME)
                self.assertEqual(self.page.evaluate(CUT), [])
        self.page.set_viewport_size({"width": WINDOWS[0][0], "height": WINDOWS[0][1]})

    def at_once(self):
        """Colours change over at once."""
        self.page.evaluate(
            """() => {
                const still = new CSSStyleSheet();
                still.replaceSync("* { transition: none !important; animation: none !important }");
                document.adoptedStyleSheets = [still];
            }"""
        )

    def both(self, view):
        """The same by day and by night: of each by turns, or both in a thorough run."""
        self.at_once()
        self.whole(view)
        self.seen += 1
        for theme in THEMES if THOROUGH else [THEMES[self.seen % 2]]:
            self.page.evaluate(
                "(night) => document.documentElement.classList.toggle('night', night)",
                theme == "night",
            )
            self.sound(f"{view}, {theme}")

    def test_the_board(self):
        self.open(self.new_drawing(leaf(), rectangle()))
        self.both("the board")
        self.page.keyboard.press("Control+a")
        self.page.keyboard.press("Control+g")
        self.settled()
        self.both("a group selected")
        self.tool("anchors")
        self.page.mouse.click(*self.spot(300, 150))
        self.page.keyboard.press("Control+a")
        self.both("anchors")
        for tool in ("pen", "rectangle", "guide", "reference"):
            self.tool(tool)
            self.both(tool)
        self.at_once()
        for tool in ("text", "corners", "sample", "symmetry", "sweep", "brush"):
            self.tool(tool)
            self.sound(tool)

    def test_the_dock_and_the_leaves_of_properties(self):
        self.open(self.new_drawing(leaf(), rectangle()))
        self.at_once()
        self.page.mouse.click(*self.spot(300, 150))
        for name in ("Shelf", "History"):
            self.page.get_by_test_id(f"leaf-{name}").click()
            if name == "Shelf":  # as long as nothing has come, its list is empty
                expect(self.page.locator(".tiles [role=listitem]").first).to_be_visible()
            self.both(name)
        for name in ("Colours", "Profile", "Layers"):
            self.page.get_by_test_id(f"leaf-{name}").click()
            self.sound(name)
        for name in ("Paint", "Arrange", "Form"):
            self.leaf(name)
            self.sound(f"{name} of one")
        self.page.keyboard.press("Control+a")
        self.sound("Arrange of two")
        self.page.keyboard.press("[")
        self.page.keyboard.press("Shift+BracketRight")
        self.sound("a mark that has the keys")
        self.page.keyboard.press("e")
        self.page.keyboard.press("ArrowRight")
        self.page.keyboard.press("=")
        self.sound("a position to type")

    def test_what_opens_over_it(self):
        self.open(self.new_drawing(rectangle()))
        self.page.keyboard.press("?")
        expect(self.page.get_by_role("dialog")).to_be_visible()
        self.both("the keyboard")
        self.page.keyboard.press("Escape")
        self.page.get_by_test_id("all-shapes").click()
        expect(self.page.get_by_role("dialog")).to_be_visible()
        self.both("all shapes")
        self.page.keyboard.press("Escape")
        self.page.get_by_test_id("settings").click()
        self.both("the settings")
        self.page.get_by_role("tab", name="Wheel and trackpad").click()
        self.sound("the settings of the wheel")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("Control+k")
        self.page.get_by_test_id("finder").fill("rotate")
        self.both("the finder")
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_test_id("finder")).to_have_count(0)
        self.page.wait_for_timeout(400)  # its mask fades
        self.page.mouse.click(*self.spot(300, 150), button="right")
        expect(self.page.get_by_role("menuitem", name="Import…")).to_be_visible()
        self.sound("the menu at the pointer", off=["region"])  # it belongs to no landmark
        self.page.keyboard.press("Escape")
        self.page.get_by_test_id("export").click()
        expect(self.page.get_by_role("dialog")).to_be_visible()
        self.both("export")
        self.page.keyboard.press("Escape")
        self.page.goto(f"{self.live_server_url}/drawings/{self.row.pk}/cutting-table")
        expect(self.page.get_by_role("heading").first).to_be_visible()
        self.at_once()
        self.sound("the cutting table")

    def test_the_home_page_and_the_door(self):
        self.new_drawing(rectangle())
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_role("heading", name="Trial")).to_be_visible()
        self.both("drawings")
        self.page.get_by_role("button", name="New sheet").first.click()
        self.sound("a new sheet")
        self.page.keyboard.press("Escape")
        self.page.goto(f"{self.live_server_url}/bin")
        expect(self.page.get_by_role("heading").first).to_be_visible()
        self.at_once()
        self.sound("the bin")
        self.context.clear_cookies()
        self.page.goto(f"{self.live_server_url}/sign-in")
        expect(self.page.get_by_role("button", name="Sign in").first).to_be_visible()
        self.both("sign in")
