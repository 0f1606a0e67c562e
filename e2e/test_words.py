"""Words: written, typed over, bent, laid along a line, set in a font that is brought."""

from buildup.drawing.itemtypes import Assembly, Group, TextItem
from buildup.edits.shapes.shaping import DrawShape
from django.conf import settings
from playwright.sync_api import expect

from e2e.base import BrowserTest

RING = DrawShape(item="ring", shape="ellipse", start=(100.0, 60.0), to=(260.0, 220.0))


class WordsTest(BrowserTest):
    def every(self):
        """All items, containers as well."""
        return list(self.value().items.values())

    def words(self):
        (found,) = [i for i in self.items() if isinstance(i, TextItem)]
        return found

    def write(self, x, y, text):
        self.tool("text")
        self.click(x, y)
        expect(self.page.get_by_label("Text content")).to_be_focused()
        self.page.keyboard.type(text)
        with self.page.expect_response("**/commands"):
            self.page.keyboard.press("Control+Enter")
        self.settled()

    def test_words_are_written_set_and_bent_by_hand(self):
        self.open(self.new_drawing())
        self.write(40, 120, "Hollow reed")
        self.assertEqual((self.words().lettering.text, self.words().name), ("Hollow reed",) * 2)
        self.type_into("Font size", "30")
        self.assertAlmostEqual(self.words().lettering.size, 40.0)
        with self.page.expect_response("**/commands"):
            self.page.get_by_label("Kerning").click()
        self.settled()
        self.assertFalse(self.words().lettering.kerning)
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("align-middle").click()
        self.settled()
        end = self.middle(self.page.get_by_test_id("peg-radius"))
        self.drag_from(end, (end[0], end[1] + 40))
        expect(self.page.get_by_test_id("bubble")).to_contain_text(
            "Arc "
        )  # it reads out while it is dragged
        self.page.mouse.up()
        self.settled()
        self.assertGreater(self.words().radius, 0.0)
        self.page.get_by_test_id("words-straight").click()
        self.settled()
        self.assertIsNone(self.words().radius)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertIsNotNone(self.words().radius)

    def test_words_on_an_arc_and_along_a_circle_become_outlines(self):
        self.open(self.new_drawing(RING))
        self.tool("text")
        self.page.keyboard.down("Alt")
        self.click(180, 60)
        self.page.keyboard.up("Alt")
        expect(self.page.get_by_label("Text content")).to_be_focused()
        self.page.keyboard.type("Office · 木")
        expect(self.page.get_by_text("Not in any font here: 木")).to_be_visible()
        self.page.keyboard.press("Control+Enter")
        self.steps_come_to(4)
        (along,) = [i for i in self.every() if isinstance(i, Assembly)]
        self.assertEqual(along.result.lettering.text, "Office · 木")
        self.type_into("Font size", "15")
        self.type_into("Start", "50")
        value = self.value()
        self.assertAlmostEqual(value.items[along.id].result.start, 0.5)
        self.properties().get_by_role("button", name="Convert to outlines").click()
        self.settled()
        names = [i.name for i in self.every()]
        self.assertIn("ffi", names)
        (letters,) = [
            i
            for i in self.every()
            if isinstance(i, Group) and i.name == along.name and i.id != along.id
        ]
        self.assertEqual(len(self.value().tree.children(letters.id)), 6)

    def test_a_font_is_brought_and_what_is_typed_can_be_left(self):
        self.open(self.new_drawing())
        self.write(40, 120, "Reed")
        font = settings.WEB / "faces" / "zilla-slab-latin-700-normal.woff"
        with self.page.expect_file_chooser() as chooser:
            self.page.get_by_role("button", name="Add font…").click()
        with self.page.expect_response("**/commands"):
            chooser.value.set_files(font)
        self.settled()
        self.steps_come_to(3)
        self.assertTrue(self.words().lettering.font.startswith("own-"))
        field = self.page.get_by_label("Text content")
        field.fill("Something else")
        self.page.keyboard.press("Escape")
        expect(field).to_have_value("Reed")
        with self.page.expect_file_chooser() as chooser:
            self.page.get_by_role("button", name="Add font…").click()
        chooser.value.set_files({"name": "x.ttf", "mimeType": "font/ttf", "buffer": b"no font"})
        expect(self.page.get_by_text("That font cannot be used")).to_be_visible()
        self.assertEqual(self.words().lettering.text, "Reed")
        self.tool("select")
        self.page.keyboard.press("Escape")
        box = self.page.locator("[id^=drawn-]").first.bounding_box()
        self.page.mouse.dblclick(box["x"] + 4, box["y"] + box["height"] / 2)
        expect(field).to_be_focused()
        self.page.keyboard.type("Again")
        with self.page.expect_response("**/commands"):
            self.page.wait_for_timeout(1_500)  # resting keeps what was typed
        self.settled()
        self.assertEqual(self.words().lettering.text, "Again")
