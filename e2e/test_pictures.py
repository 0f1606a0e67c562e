"""Pictures as items: dropped, in a form, in an SVG that is pasted; and back to a reference."""

import base64
import io
import re

from drawings import store
from PIL import Image
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_shapes import shape

DROP = """([coded, on, [x, y]]) => {
    const data = Uint8Array.from(atob(coded), (c) => c.charCodeAt(0));
    const dataTransfer = new DataTransfer();
    dataTransfer.items.add(new File([data], "grain.jpg", { type: "image/jpeg" }));
    const canvas = document.querySelector(on);
    const box = canvas.getBoundingClientRect();
    const at = { clientX: box.x + x, clientY: box.y + y };
    const how = { dataTransfer, bubbles: true, cancelable: true, ...at };
    canvas.dispatchEvent(new DragEvent("drop", how));
}"""
PASTE = """(text) => {
    const clipboardData = new DataTransfer();
    clipboardData.setData("text/plain", text);
    window.dispatchEvent(new ClipboardEvent("paste", { clipboardData, bubbles: true }));
}"""


def grain() -> bytes:
    stream = io.BytesIO()
    Image.new("RGB", (80, 40), "#7A4A20").save(stream, "JPEG")
    return stream.getvalue()


class PicturesTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.open(self.new_drawing(shape("ellipse")))
        self.core_is_here()

    def value(self):
        store.forget_all()
        return super().value()

    def test_dropped_on_a_drawing_it_is_an_item_that_can_become_a_reference(self):
        coded = base64.b64encode(grain()).decode()
        x, y = self.spot(200, 100)
        box = self.page.get_by_test_id("canvas").bounding_box()
        at = [x - box["x"], y - box["y"]]
        self.page.evaluate(DROP, [coded, "[data-testid=canvas]", at])
        self.steps_come_to(2)
        item = self.items()[-1]
        self.assertEqual((item.name, item.frame.width, item.style.strokes), ("grain.jpg", 80, ()))
        self.assertAlmostEqual(item.frame.place.origin, 200 + 100j, delta=1.0)
        shown = self.page.locator(f"#drawn-{item.id} image")
        expect(shown).to_have_attribute("transform", re.compile(r"matrix\(80 0 0 40 "))
        self.page.get_by_role("button", name="Use as reference").click()
        self.steps_come_to(4)
        (reference,) = self.value().sheet.references
        self.assertEqual(reference.picture, item.style.fill.picture)
        self.assertEqual(len(self.items()), 1)

    def test_a_form_is_filled_with_one_which_is_laid_and_given_up(self):
        self.click(150, 150)
        self.leaf("Paint")
        self.page.get_by_label("Fill colour", exact=True).click()
        with self.page.expect_file_chooser() as chooser:
            self.page.get_by_test_id("paint-picture").click()
        file = {"name": "grain.jpg", "mimeType": "image/jpeg", "buffer": grain()}
        chooser.value.set_files(file)
        self.steps_come_to(2)
        self.type_into("Picture scale", "150")
        self.steps_come_to(3)
        fill = self.items()[0].style.fill
        frame = self.items()[0].frame
        self.assertAlmostEqual(abs(fill.place.down), 1.5 * frame.height)
        self.page.get_by_role("button", name="Contain").click()
        self.steps_come_to(4)
        self.assertAlmostEqual(abs(self.items()[0].style.fill.place.across), frame.width)
        self.page.get_by_test_id("paint-plain").click()
        self.steps_come_to(5)
        self.assertEqual(self.items()[0].style.fill, "#808080")

    def test_an_svg_with_a_picture_is_pasted_with_it(self):
        address = f"data:image/jpeg;base64,{base64.b64encode(grain()).decode()}"
        text = (
            '<svg xmlns="http://www.w3.org/2000/svg" width="90" height="90"><clipPath id="c">'
            '<circle cx="45" cy="45" r="15"/></clipPath><image width="90" height="90" '
            f'href="{address}" clip-path="url(#c)"/></svg>'
        )
        self.page.evaluate(PASTE, text)
        self.steps_come_to(2)
        item = self.items()[-1]
        self.assertEqual((item.shape, item.style.fill.kind), ("ellipse", "picture"))
        sent = self.sent_out().path().read_text()
        self.assertIn(f'id="picture-{item.style.fill.picture}"', sent)
        self.assertIn("data:image/jpeg;base64,", sent)


class MaskTest(BrowserTest):
    def test_the_front_item_masks_and_is_an_item_again(self):
        front = shape("rectangle", item="two", start=(150, 100), to=(300, 250))
        self.open(self.new_drawing(shape("ellipse"), front))
        self.core_is_here()
        self.page.keyboard.press("Control+A")
        self.find("mask with front")
        self.steps_come_to(3)
        group = next(i for i in self.value().items.values() if getattr(i, "mask", None))
        self.assertEqual(self.value().mask_of(group.id), "two")
        mask = self.page.locator(f"#mask-{group.id}")
        expect(mask.locator("#drawn-two")).to_have_count(1)
        expect(self.page.locator(f"[mask='url(#mask-{group.id})'] #drawn-one")).to_have_count(1)
        self.find("mask by opacity")
        self.steps_come_to(4)
        expect(mask).to_have_css("mask-type", "alpha")
        self.find("edit contents")
        expect(mask).to_have_count(0)
        self.page.keyboard.press("Escape")
        expect(mask).to_have_count(1)
        self.find("remove mask")
        self.steps_come_to(5)
        expect(mask).to_have_count(0)

    def find(self, text: str) -> None:
        self.page.keyboard.press("Control+K")
        self.page.keyboard.type(text)
        self.page.keyboard.press("Enter")
