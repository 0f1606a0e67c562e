"""Without a mouse: a whole job by keys alone, told to a screen reader as it goes."""

from buildup.drawing.itemtypes import Symmetry
from buildup.drawing.sheet import Guide
from buildup.edits.sheet.guides import AddGuide
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_reach import shape


class KeysTest(BrowserTest):
    def press(self, *keys):
        for key in keys:
            self.page.keyboard.press(key)

    def told(self, words):
        """The live region says it."""
        expect(self.page.get_by_test_id("live")).to_contain_text(words)

    def find(self, text):
        """Do an act by its name."""
        self.press("Control+k")
        self.page.get_by_test_id("finder").fill(text)
        expect(self.page.get_by_role("option").first).to_be_visible()
        self.press("Enter")

    def focused(self):
        return self.page.evaluate(
            "() => (({ ariaLabel, innerText }) => ariaLabel || innerText)(document.activeElement)"
        )

    def go_to(self, x, y):
        """Type where the crosshair goes."""
        self.press("=")
        self.page.keyboard.type(str(x))
        self.press("Tab")
        self.page.keyboard.type(str(y))
        self.press("Enter")
        expect(self.page.get_by_role("form", name="Position")).to_have_count(0)


class JobTest(KeysTest):
    def test_an_outline_is_drawn_a_corner_rounded_all_mirrored_and_exported(self):
        self.open(self.new_drawing())
        self.core_is_here()
        self.press("e")
        self.told("Pen")
        for x, y in ((80, 40), (160, 60), (180, 140), (120, 220)):
            self.go_to(x, y)
            self.press("Enter")
        self.settled()
        self.go_to(60, 160)
        self.press("Shift+Enter")  # holds the anchor, arrows pull its handle
        self.press("ArrowUp", "ArrowUp", "Enter")
        self.settled()
        self.told("Draw anchor 5")
        self.press("c")
        self.settled()
        self.told("Close Outline 1")
        (outline,) = self.items()
        contour = outline.contours[0]
        self.assertTrue(contour.closed)
        self.assertEqual(
            [a.at for a in contour.anchors][:4], [80 + 40j, 160 + 60j, 180 + 140j, 120 + 220j]
        )
        self.assertEqual(contour.anchors[4].at, 60 + 160j)
        self.assertLess(contour.anchors[4].out.imag, -9)

        self.press("w", "]", "]")
        self.told("anchor 2 of 5, corner, x 160, y 60")
        self.find("round corners 12")
        self.settled()
        self.assertEqual(self.items()[0].contours[0].anchors[1].corner.radius, 12)

        self.press("q", "Shift+y")
        expect(self.page.get_by_role("button", name="Create")).to_be_visible()
        self.press("Enter")
        self.settled()
        self.assertTrue(any(isinstance(i, Symmetry) for i in self.value().items.values()))

        self.find("export…")
        expect(self.page.get_by_role("dialog", name="Export")).to_be_visible()
        for _ in range(40):
            if self.focused() == "Save":
                break
            self.press("Tab")
        with self.page.expect_download() as download:
            self.press("Enter")
        self.assertTrue(download.value.suggested_filename.endswith(".svg"))


class CrosshairTest(KeysTest):
    def test_a_shape_is_drawn_from_corner_to_corner_and_one_is_inserted_by_numbers(self):
        self.open(self.new_drawing())
        self.press("s")
        self.go_to(40, 40)
        self.press("Enter")
        self.go_to(120, 100)
        self.press("Enter")
        self.settled()
        (drawn,) = self.items()
        self.assertEqual((drawn.frame.width, drawn.frame.height), (80, 60))
        self.find("insert shape")
        form = self.page.get_by_role("form", name="Exact values")
        expect(form).to_be_visible()
        for label, typed in (("X", 200), ("Y", 30), ("width", 50), ("height", 40)):
            field = form.get_by_role("textbox", name=f"Exact {label}")
            field.fill(str(typed))
        self.press("Enter")
        expect(form).to_have_count(0)
        self.settled()
        new = self.items()[-1]
        self.assertEqual((new.frame.place(0j), new.frame.width), (225 + 50j, 50))
        expect(self.page.get_by_test_id("canvas")).to_be_focused()

    def test_marks_are_gone_through_and_moved_by_arrows_as_one_step(self):
        self.open(
            self.new_drawing(
                shape("plate", (60.0, 60.0), (160.0, 140.0)),
                AddGuide(guide=Guide(id="g", x=200, y=150, angle=90)),
            )
        )
        self.core_is_here()
        self.press("]")
        self.told("plate, Rectangle")
        before = self.items()[0].dials
        for _ in range(30):
            self.press("Shift+BracketRight")
            about = self.page.get_by_test_id("status").locator("b").inner_text()
            if about.startswith("Corner radius"):
                break
        self.told("Corner radius")
        expect(self.page.get_by_test_id("crosshair")).to_be_visible()
        steps = self.row.steps.count()
        self.press("ArrowRight", "ArrowRight", "Enter")
        self.settled()
        self.assertEqual(self.row.steps.count(), steps + 1)
        self.assertNotEqual(self.items()[0].dials, before)
        self.press("h", "Escape", "}")
        self.go_to(230, 150)
        self.settled()
        self.assertAlmostEqual(self.value().sheet.guides[0].x, 230)


class FocusTest(KeysTest):
    def test_tab_goes_on_from_the_canvas_and_keys_of_controls_are_theirs(self):
        self.open(self.new_drawing(shape("plate", (60.0, 60.0), (160.0, 140.0))))
        self.press("]")
        self.told("plate, Rectangle")
        canvas = self.page.get_by_test_id("canvas")
        self.click(110, 100)
        self.press("q")  # whoever works by the pointer needs no ring, whatever keys are pressed
        self.assertEqual(canvas.evaluate("e => getComputedStyle(e).outlineStyle"), "none")
        canvas.blur()
        self.press("Tab")
        canvas.focus()
        self.assertEqual(canvas.evaluate("e => getComputedStyle(e).outlineStyle"), "solid")
        self.press("Tab")
        expect(canvas).not_to_be_focused()
        self.assertNotEqual(self.focused(), "")
        self.press("Shift+Tab")
        expect(canvas).to_be_focused()
        self.assertEqual(self.page.title(), "Trial – Build Up Curve")
        tree = self.page.get_by_role("application").aria_snapshot()
        self.assertIn('application "Canvas: Trial"', tree)
        self.page.get_by_test_id("leaf-Layers").focus()
        self.press("ArrowRight")
        expect(self.page.get_by_role("tab", name="Colours", selected=True)).to_be_focused()
        expect(self.page.get_by_role("tabpanel", name="Colours")).to_be_visible()
        spot = self.page.get_by_role("radio", name="Centre", exact=True)
        spot.focus()
        self.press("ArrowRight")
        expect(self.page.get_by_role("radio", checked=True)).to_be_focused()
        (plate,) = self.items()
        self.assertEqual(plate.frame.place(0j), 110 + 100j)

    def test_layers_and_items_are_one_stop_each_and_arrows_go_through_them(self):
        self.open(
            self.new_drawing(
                *(shape(f"s{n}", (20.0 + 40 * n, 60.0), (50.0 + 40 * n, 90.0)) for n in range(4))
            )
        )
        strip = self.page.get_by_role("list", name="Items, back to front")
        expect(strip.locator("button[tabindex='0']")).to_have_count(3)  # item, lock, hide
        strip.get_by_role("button", name="s0", exact=True).focus()
        self.press("ArrowRight", "ArrowRight")
        expect(strip.get_by_role("button", name="s2", exact=True)).to_be_focused()
        self.press("Tab", "Tab", "Enter")
        self.steps_come_to(5)
        self.assertTrue(self.items()[2].hidden)
        self.press("Tab")
        self.assertEqual(strip.locator(":focus").count(), 0)


class SettingsTest(KeysTest):
    def test_a_key_is_changed_taken_from_another_act_switched_off_and_kept(self):
        self.open(self.new_drawing(shape("plate", (60.0, 60.0), (160.0, 140.0))))
        self.page.get_by_test_id("settings").click()
        dialog = self.page.get_by_role("dialog", name="Settings")
        dialog.get_by_role("searchbox").fill("duplicate")
        row = dialog.get_by_test_id("key-of-duplicate")
        key = row.get_by_role("button", name="Key of Duplicate: ")
        key.press("Enter")
        key.press("Control+w")
        expect(dialog.get_by_role("alert")).to_contain_text("The browser keeps Ctrl W")
        key.press("Control+g")
        expect(dialog.get_by_role("alert")).to_contain_text("Ctrl G belongs to Group")
        with self.page.expect_response("**/me/keyboard"):
            dialog.get_by_role("button", name="Use it for Duplicate").click()
        expect(key).to_have_text("Ctrl G")
        self.press("Escape")
        expect(dialog).to_have_count(0)
        self.press("Control+a", "Control+g")
        self.settled()
        self.assertEqual(len(self.items()), 2)
        self.page.reload()
        self.settled()
        self.press("Control+a", "Control+g")
        self.settled()
        self.assertEqual(len(self.items()), 4)

        self.page.get_by_test_id("settings").click()
        with self.page.expect_response("**/me/keyboard"):
            dialog.get_by_role("switch", name="Single-key shortcuts").click()
        self.press("Escape")
        expect(dialog).to_have_count(0)
        self.press("s")
        expect(self.page.get_by_test_id("tool-select")).to_have_attribute("aria-pressed", "true")
        self.page.get_by_test_id("settings").click()
        with self.page.expect_response("**/me/keyboard"):
            dialog.get_by_role("button", name="Reset all").click()
        self.user.refresh_from_db()
        self.assertEqual(self.user.keyboard, {"keys": {}, "single_keys": False})
