"""Setting up a sheet: size, grid, guides, references."""

import io

from buildup.drawing.paint import Style
from PIL import Image
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle

FILLED = Style(fill="#D9B382")


def photo(size=(80, 60)):
    out = io.BytesIO()
    Image.new("RGB", size, (180, 120, 60)).save(out, format="PNG")
    return out.getvalue()


class SheetTest(BrowserTest):
    def test_presets_turning_units_and_scaling(self):
        self.open(self.new_drawing(rectangle()))
        self.page.get_by_role("combobox", name="Sheet size by preset").click()
        with self.page.expect_response("**/commands"):
            self.page.get_by_role("option", name="A5").click()
        self.settled()
        expect(self.page.get_by_label("Sheet width")).to_have_value("148")
        with self.page.expect_response("**/commands"):
            self.page.get_by_role("button", name="Rotate sheet").click()
        self.settled()
        self.assertAlmostEqual(self.value().sheet.width / 96 * 25.4, 210)
        self.assertEqual(self.items()[0].frame.width, 100)
        self.page.get_by_label("Scale contents with").check()
        self.type_into("Sheet width", "420")
        self.type_into("Sheet height", "296")
        self.assertAlmostEqual(self.items()[0].frame.width, 100)


class GuideTest(BrowserTest):
    def test_pulled_from_the_rulers_moved_typed_and_removed(self):
        self.open(self.new_drawing())
        ruler = self.page.get_by_test_id("ruler-across").bounding_box()
        self.drag_from((ruler["x"] + 200, ruler["y"] + 9), self.spot(100, 120))
        self.page.mouse.up()
        self.settled()
        (guide,) = self.value().sheet.guides
        self.assertEqual(guide.angle, 0)
        self.assertAlmostEqual(guide.y, 120, delta=0.5)
        self.page.keyboard.press("h")
        self.drag((50, 120), (50, 140))
        self.assertAlmostEqual(self.value().sheet.guides[0].y, 140, delta=0.5)
        self.type_into("Guide angle", "30")
        self.assertEqual(self.value().sheet.guides[0].angle, 30)
        self.drag((200, 200), (300, 205), "Shift")
        self.assertEqual(len(self.value().sheet.guides), 2)
        self.assertEqual(self.value().sheet.guides[1].angle, 0)
        self.page.keyboard.press("Delete")
        self.settled()
        self.assertEqual(len(self.value().sheet.guides), 1)


class ReferenceTest(BrowserTest):
    def bring(self):
        self.page.keyboard.press("u")
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("picture-file").set_input_files(
                {"name": "form.png", "mimeType": "image/png", "buffer": photo()}
            )
        self.settled()

    def test_brought_by_file_dimmed_hidden_and_never_picked(self):
        self.open(self.new_drawing())
        self.bring()
        picture = self.page.get_by_test_id("reference-form.png")
        expect(picture).to_have_attribute("opacity", "0.35")
        self.type_into("Opacity", "50")
        self.page.get_by_label("Greyscale").check()
        self.settled()
        self.drag((200, 150), (230, 150))
        (reference,) = self.value().sheet.references
        self.assertEqual((reference.strength, reference.grey), (0.5, True))
        self.assertAlmostEqual(reference.x, 230, delta=0.5)
        self.page.keyboard.press("q")
        self.drag((230, 150), (260, 150))
        self.assertAlmostEqual(self.value().sheet.references[0].x, reference.x)
        self.page.keyboard.press("Shift+U")
        self.settled()
        expect(picture).to_have_count(0)
        self.page.keyboard.press("Shift+U")
        self.settled()
        expect(picture).to_have_count(1)

    def test_dropped_and_pasted(self):
        self.open(self.new_drawing())
        for event, member in (("drop", "dataTransfer"), ("paste", "clipboardData")):
            with self.page.expect_response("**/commands"):
                self.page.evaluate(
                    """([bytes, event, member]) => {
                        const files = new DataTransfer();
                        const type = "image/png";
                        const name = `${event}.png`;
                        files.items.add(new File([new Uint8Array(bytes)], name, { type }));
                        const init = { bubbles: true, cancelable: true, [member]: files };
                        const made = event === "drop"
                            ? new DragEvent(event, init) : new ClipboardEvent(event, init);
                        document.querySelector("[data-testid=canvas]").dispatchEvent(made);
                    }""",
                    [list(photo()), event, member],
                )
            self.settled()
        self.assertEqual([u.name for u in self.value().sheet.references], ["drop.png", "paste.png"])

    def test_what_is_not_a_picture_gets_a_sentence(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("u")
        self.page.get_by_test_id("picture-file").set_input_files(
            {"name": "form.png", "mimeType": "image/png", "buffer": b"<svg/>"}
        )
        expect(self.page.get_by_text("is not a picture that can be read")).to_be_visible()
        self.assertEqual(self.value().sheet.references, ())


class CueTest(BrowserTest):
    def test_cues_are_met_while_drawing_and_let_go_by_a_key(self):
        self.open(self.new_drawing(rectangle()))
        self.tool("pen")
        self.page.mouse.move(*self.spot(101.5, 98.5))
        cue = self.page.get_by_test_id("cues").locator("[data-cue=anchor]")
        expect(cue).to_be_visible()
        self.click(101.5, 98.5)
        self.page.mouse.move(*self.spot(61, 99))
        level = self.page.get_by_test_id("cues").locator("[data-cue=straight]")
        expect(level).to_contain_text("39 px")
        self.click(61, 99)
        self.page.keyboard.down("n")
        self.click(62, 40)
        self.page.keyboard.up("n")
        self.page.keyboard.press("Enter")
        self.settled()
        first, second, third = self.items()[1].contours[0].anchors
        self.assertEqual(first.at, 100 + 100j)
        self.assertEqual(second.at.imag, 100)
        self.assertAlmostEqual(third.at, 62 + 40j, delta=0.5)

    def test_a_dragged_item_meets_the_middle_of_the_sheet(self):
        self.open(self.new_drawing(rectangle(style=FILLED)))
        with self.dragging((150, 130), (201.5, 151.5)):
            sheet = self.page.get_by_test_id("cues").locator("[data-cue=sheet]")
            expect(sheet.first).to_be_visible()
        self.assertAlmostEqual(self.items()[0].frame.place.origin, 200 + 150j)


class LookingTest(BrowserTest):
    def test_views_loupe_in_mid_drag_and_zoom(self):
        self.open(self.new_drawing(rectangle(style=FILLED)))
        path = self.page.locator("path[data-item=plate]")
        self.page.keyboard.press("v")
        expect(path).to_have_attribute("fill", "none")
        self.page.keyboard.press("v")
        self.click(150, 130)
        expect(self.page.get_by_test_id("grip-e")).to_have_count(0)
        self.page.keyboard.press("v")
        expect(self.page.get_by_test_id("grip-e")).to_be_visible()
        self.page.keyboard.down("m")
        expect(self.page.get_by_test_id("grip-e")).to_have_count(0)
        self.page.keyboard.up("m")
        with self.dragging((150, 130), (170, 190)):
            self.page.keyboard.down("l")
            loupe = self.page.get_by_test_id("loupe")
            expect(loupe).to_be_visible()
            expect(loupe.get_by_test_id("grip-e")).to_have_count(1)  # it shows the marks, too
            self.page.mouse.wheel(0, -400)
            self.page.mouse.move(*self.spot(160, 200))
            self.page.keyboard.up("l")
            expect(self.page.get_by_test_id("loupe")).to_have_count(0)
        self.assertAlmostEqual(self.items()[0].frame.place.origin, 160 + 200j, delta=2)
        for wheel, words in ((-20_000, "6400 %"), (40_000, "2 %")):
            self.page.mouse.wheel(0, wheel)
            expect(self.page.get_by_test_id("zoom")).to_have_text(words)
        self.page.keyboard.press("1")
        expect(self.page.get_by_test_id("zoom")).to_have_text("100 %")

    def test_before_and_after(self):
        self.open(self.new_drawing(rectangle(style=FILLED)))
        self.page.get_by_test_id("leaf-History").click()
        self.page.get_by_test_id("mark-step").click()
        path = self.page.locator("path[data-item=plate]")
        old = path.get_attribute("d")
        self.drag((150, 130), (250, 200))
        expect(path).not_to_have_attribute("d", old)
        self.page.keyboard.down("k")
        expect(path).to_have_attribute("d", old)
        self.page.keyboard.up("k")
        expect(path).not_to_have_attribute("d", old)
