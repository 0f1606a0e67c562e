"""Sending out, looked at first, and the same again by a key; SVG taken in, in two ways."""

import io
import zipfile
from xml.etree import ElementTree

import ezdxf
import pypdfium2
from drawings.models import Drawing
from PIL import Image
from playwright.sync_api import expect

from e2e.test_shapes import ShapesTest, shape


class SendingTest(ShapesTest):
    def setUp(self):
        super().setUp()
        two = shape("star", "two", (220.0, 100.0), (320.0, 200.0))
        self.open(self.new_drawing(shape("rectangle"), two))

    def data(self, kind):
        return self.sent_out(kind).path().read_bytes()

    def test_every_format_is_sent_out(self):
        root = ElementTree.fromstring(self.data("svg"))
        self.assertEqual(root.get("viewBox"), "0 0 400 300")
        page = pypdfium2.PdfDocument(self.data("pdf"))[0]
        self.assertEqual(page.get_size(), (300.0, 225.0))
        self.assertEqual(Image.open(io.BytesIO(self.data("picture"))).size, (1250, 938))
        entities = ezdxf.read(io.StringIO(self.data("dxf").decode())).modelspace()
        self.assertEqual(len(entities), 2)
        self.assertRegex(self.data("hpgl").decode(), r"^IN;\nSP1;\nPU\d+,\d+;")
        archive = zipfile.ZipFile(io.BytesIO(self.data("icons")))
        self.assertEqual(len(archive.namelist()), 10)

    def test_what_was_set_is_kept_and_done_again_by_a_key(self):
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("format-picture").click()
        look = self.page.get_by_role("region", name="Result")
        expect(look).to_contain_text("1250 × 938 px")
        self.page.get_by_label("Size by", exact=True).click()
        self.page.get_by_role("option", name="Width").click()
        wide = self.page.get_by_label("Pixels", exact=True)
        wide.fill("200")
        wide.press("Enter")
        self.page.get_by_text("2×", exact=True).click()
        expect(look).to_contain_text("400 × 300 px")
        with self.page.expect_download() as download:
            self.page.get_by_test_id("export-save").click()
        self.assertEqual(download.value.suggested_filename, "Trial.zip")
        self.page.reload()
        expect(self.page.get_by_test_id("canvas")).to_be_visible()
        with self.page.expect_download() as again:
            self.page.keyboard.press("Control+s")
        names = zipfile.ZipFile(again.value.path()).namelist()
        self.assertEqual(names, ["Trial.png", "Trial@2x.png"])
        self.assertEqual(Drawing.objects.get().export_settings["last"], "picture")

    def test_the_first_time_the_key_asks_how(self):
        self.page.keyboard.press("Control+s")
        expect(self.page.get_by_role("dialog", name="Export")).to_be_visible()

    def test_each_selected_item_a_file(self):
        self.click(150, 150)
        self.page.keyboard.press("Control+a")
        self.page.get_by_test_id("export").click()
        self.page.get_by_label("What to export").click()
        self.page.get_by_role("option", name="One file per selected item").click()
        look = self.page.get_by_role("region", name="Result")
        expect(look.locator("img")).to_have_count(2)
        with self.page.expect_download() as download:
            self.page.get_by_test_id("export-save").click()
        names = zipfile.ZipFile(download.value.path()).namelist()
        self.assertEqual(names, ["one.svg", "two.svg"])

    def test_what_cannot_be_made_is_said_before_saving(self):
        self.page.get_by_test_id("export").click()
        self.page.get_by_test_id("format-picture").click()
        dots = self.page.get_by_label("Pixels", exact=True)
        dots.fill("2400")
        dots.press("Enter")
        expect(self.page.get_by_role("alert")).to_contain_text("a picture has up to 36 million")
        expect(self.page.get_by_test_id("export-save")).to_be_disabled()


DROP = """([text, name, on]) => {
    const files = new DataTransfer();
    files.items.add(new File([text], name, { type: "image/svg+xml" }));
    const event = new DragEvent("drop", { dataTransfer: files, bubbles: true, cancelable: true });
    document.querySelector(on).dispatchEvent(event);
}"""
TAG = (
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 70 110" width="70mm" height="110mm">'
    '<title>Paper tag</title><linearGradient id="g"><stop stop-color="#fff"/>'
    '<stop offset="1" stop-color="#d9b382"/></linearGradient>'
    '<rect x="8" y="14" width="54" height="88" rx="6" fill="url(#g)"/><text y="60">Reed</text>'
    '<text font-family="Nobody">Reed</text></svg>'
)


class TakingInTest(ShapesTest):
    def test_what_is_dropped_on_the_board_lies_where_its_file_has_it(self):
        self.open(self.new_drawing())
        self.core_is_here()
        with self.page.expect_response("**/commands"):
            self.page.evaluate(DROP, [TAG, "tag.svg", "[data-testid=canvas]"])
        report = self.page.get_by_test_id("import-report")
        expect(report).to_contain_text("text in missing fonts")
        self.settled()
        item, words = self.items()
        self.assertEqual(words.lettering.text, "Reed")
        mm = 96 / 25.4
        self.assertAlmostEqual(item.frame.width, 54 * mm)
        self.assertAlmostEqual(item.frame.place.origin, (35 + 58j) * mm)
        self.assertAlmostEqual(item.dials["radius"], 6 * mm)
        self.assertEqual(item.style.fill.kind, "linear")

    def test_a_file_becomes_a_drawing_and_what_was_sent_out_comes_back_live(self):
        self.open(self.new_drawing(shape("gear", teeth=17.0)))
        sent = self.sent_out().path().read_text()
        self.page.goto(self.live_server_url)
        with self.page.expect_file_chooser() as chooser:
            self.page.get_by_test_id("import").click()
        chooser.value.set_files(
            {"name": "gear.svg", "mimeType": "image/svg+xml", "buffer": sent.encode()}
        )
        expect(self.page.get_by_test_id("canvas")).to_be_visible()
        self.row = Drawing.objects.get(name="Trial", pk__gt=self.row.pk)
        self.assertEqual(self.dials()["teeth"], 17)
        self.page.goto(self.live_server_url)
        expect(self.page.get_by_test_id("import")).to_be_visible()
        self.page.evaluate(DROP, ["no svg at all", "x.svg", "main"])
        expect(self.page.get_by_text("neither SVG nor a copied item")).to_be_visible()
        self.assertEqual(Drawing.objects.count(), 2)
