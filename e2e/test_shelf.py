"""The shelf: settings of dials, outlines drawn out, linked copies, variations, trays as files."""

import json
from xml.etree import ElementTree

from buildup.drawing.itemtypes import Group, Linked
from buildup.forms.contours import item_box
from library.models import ShelfEntry
from library.services.shelf import entries
from playwright.sync_api import expect

from e2e.test_shapes import ShapesTest, shape


class SettingsTest(ShapesTest):
    def test_a_setting_is_kept_found_after_reload_and_applied(self):
        second = shape("gear", "two", (220.0, 100.0), (320.0, 200.0))
        self.open(self.new_drawing(shape("gear", teeth=17.0), second))
        self.page.get_by_test_id("leaf-Shelf").click()
        self.page.get_by_role("button", name="Built in").click()
        expect(self.page.get_by_test_id("setting-Tuner knob")).to_be_visible()
        self.click(120, 150)
        self.page.get_by_test_id("save-preset").click()
        expect(self.page.get_by_test_id("setting-one")).to_be_visible()
        self.page.reload()
        self.page.get_by_test_id("leaf-Shelf").click()
        self.click(240, 150)
        self.page.get_by_role("button", name="My presets").click()
        with self.page.expect_response("**/commands"):
            self.page.get_by_test_id("setting-one").click()
        self.settled()
        self.assertEqual(self.dials(1)["teeth"], 17)
        self.page.locator(".tiles .name", has_text="one").dblclick()
        self.page.keyboard.type("Seventeen")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_test_id("setting-Seventeen")).to_be_visible()
        tray = self.page.get_by_role("combobox", name="Tray")
        tray.fill("Gears")
        tray.press("Enter")
        expect(self.page.get_by_role("button", name="Gears")).to_be_visible()
        expect(self.page.get_by_test_id("setting-Seventeen")).to_be_visible()
        self.page.get_by_role("button", name="Delete").click()
        expect(self.page.get_by_test_id("setting-Seventeen")).to_have_count(0)
        self.page.get_by_role("button", name="Undo", exact=True).last.click()
        expect(self.page.get_by_role("button", name="Gears")).to_be_visible()
        self.page.keyboard.press("Escape")
        self.page.get_by_role("button", name="Built in").click()
        self.page.get_by_test_id("setting-App icon").click()
        self.drag((20, 20), (80, 80), "Shift")
        self.assertEqual(self.items()[2].shape, "superellipse")

    def test_the_shelf_is_sent_out_and_taken_in(self):
        self.open(self.new_drawing())
        self.page.get_by_test_id("leaf-Shelf").click()
        with self.page.expect_download() as download:
            self.page.get_by_role("button", name="Export shelf").click()
        with open(download.value.path(), encoding="utf-8") as file:
            shelf = json.load(file)
        shelf["settings"] = [{**shelf["settings"][0], "name": "From afar", "tray": "Guests"}]
        self.page.get_by_test_id("shelf-file").set_input_files(
            {"name": "s.json", "mimeType": "application/json", "buffer": json.dumps(shelf).encode()}
        )
        self.page.get_by_role("button", name="Guests").click()
        expect(self.page.get_by_test_id("setting-From afar")).to_be_visible()
        self.page.get_by_test_id("shelf-file").set_input_files(
            {"name": "bad.json", "mimeType": "application/json", "buffer": b"{oops"}
        )
        expect(self.page.get_by_text("is not a shelf file")).to_be_visible()
        self.assertEqual(ShelfEntry.objects.filter(tray="Guests").count(), 1)


class OutlinesTest(ShapesTest):
    def shelf(self, tray="Luthier's outlines"):
        self.page.get_by_test_id("leaf-Shelf").click()
        self.page.get_by_role("button", name=tray).click()

    def act(self, name):
        with self.page.expect_response(
            lambda r: "/api/v1/library" in r.url and r.request.method != "GET"
        ):
            self.page.get_by_role("button", name=name, exact=True).last.click()

    def tops(self):
        value = self.value()
        return [value.items[i] for i in value.tree.children("layer-1")]

    def test_one_is_drawn_out_like_a_shape_or_clicked_in_a_size(self):
        self.open(self.new_drawing())
        self.shelf()
        self.page.get_by_test_id("outline-Headstock").click()
        expect(self.page.get_by_label("Placed width")).to_be_visible()
        self.drag((50, 50), (150, 250))
        self.drag((250, 150), (350, 200), "Shift", "Alt")
        width = self.page.get_by_label("Placed width")
        width.fill("20 px")
        width.press("Enter")
        self.click(200, 150)
        value = self.value()
        boxes = [item_box(value, i.id) for i in self.tops()]
        self.assertEqual([type(i) for i in self.tops()], [Group] * 3)
        # worked corners and round holes are no exact stretch of themselves
        self.assertAlmostEqual(boxes[0].width, 100, delta=0.5)
        self.assertAlmostEqual(boxes[0].height, 200, delta=0.5)
        self.assertLess(abs(boxes[1].centre - (250 + 150j)), 0.5)
        self.assertAlmostEqual(boxes[2].width, 20, delta=0.1)
        self.assertAlmostEqual(
            boxes[2].width / boxes[2].height, boxes[1].width / boxes[1].height, places=4
        )
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertEqual(len(self.tops()), 2)

    def test_a_tile_is_dropped_on_the_sheet(self):
        self.open(self.new_drawing())
        self.shelf()
        tile = self.page.get_by_test_id("outline-Strap button")
        tile.scroll_into_view_if_needed()
        canvas = self.page.get_by_test_id("canvas")
        box, (x, y) = canvas.bounding_box(), self.spot(200, 150)
        with self.page.expect_response("**/commands"):
            tile.drag_to(canvas, target_position={"x": x - box["x"], "y": y - box["y"]})
        self.settled()
        (item,) = self.tops()
        self.assertEqual((item.name, item.shape), ("Strap button", "superellipse"))
        self.assertLess(abs(item.frame.place.origin - (200 + 150j)), 1.0)

    def test_a_linked_copy_follows_what_is_kept_and_can_be_let_go(self):
        self.open(
            self.new_drawing(shape("rectangle"), shape("ellipse", "two", (220, 100), (300, 180)))
        )
        self.page.get_by_test_id("leaf-Shelf").click()
        self.click(150, 150)
        self.page.get_by_test_id("add-to-shelf").click()
        expect(self.page.get_by_test_id("outline-one")).to_be_visible()
        self.page.get_by_test_id("outline-one").click()
        self.page.get_by_test_id("outline-one").click()  # chosen already: put away, taken again
        self.page.get_by_test_id("place-linked").click()
        self.drag((320, 20), (380, 80))
        copy = self.tops()[-1]
        self.assertIsInstance(copy, Linked)
        self.tool("select")
        self.click(260, 140)
        with self.page.expect_response("**/clip"):
            self.page.get_by_role("button", name="Replace with selection").click()
        expect(self.page.get_by_text("Linked copies in 1 drawing were updated")).to_be_visible()
        # the window hears of it like any other
        expect(self.page.get_by_test_id("undo")).to_contain_text(
            "Update linked copies", timeout=15_000
        )
        value = self.value()
        (held,) = value.tree.children(copy.id)
        self.assertEqual(value.items[held].shape, "ellipse")
        self.page.keyboard.press("Control+z")
        self.settled()
        self.click(350, 50)
        expect(self.page.get_by_text("The source has changed")).to_be_visible()
        self.page.get_by_role("button", name="Update", exact=True).click()
        self.settled()
        expect(self.page.get_by_text("has changed")).to_have_count(0)
        self.page.get_by_role("button", name="Unlink").click()
        self.settled()
        self.assertEqual([getattr(i, "shape", None) for i in self.tops()][-1], "ellipse")

    def test_variations_are_compared_and_one_is_taken(self):
        self.open(self.new_drawing())
        self.shelf()
        self.page.get_by_test_id("outline-Tuner knob 1").click()
        self.page.get_by_test_id("place-linked").click()
        self.drag((50, 50), (150, 150))
        self.page.get_by_role("button", name="Variations…", exact=True).click()
        third = self.page.get_by_role("article", name="Tuner knob 3")
        expect(third).to_contain_text("%")
        with self.page.expect_response("**/commands"):
            third.get_by_role("button", name="Use this one").click()
        self.settled()
        (copy,) = self.tops()
        self.assertEqual((copy.name, copy.entry), ("Tuner knob 3", "ready-11"))

    def test_found_by_name_and_by_form_sorted_and_moved_by_keys(self):
        self.open(self.new_drawing(shape("superellipse")))
        self.shelf()
        first = self.page.locator(".tiles button").first
        expect(first).to_have_attribute("aria-label", "f-hole")
        first.focus()
        with self.page.expect_response("**/order"):
            self.page.keyboard.press("Alt+ArrowRight")
        expect(first).to_have_attribute("aria-label", "Tailpiece")
        self.act("Sort by name")
        expect(first).to_have_attribute("aria-label", "Bridge")
        self.act("Undo")
        expect(first).to_have_attribute("aria-label", "Tailpiece")
        self.page.get_by_label("Find on the shelf by name").fill("knob")
        expect(self.page.locator(".tiles button")).to_have_count(4)  # a setting among them
        self.page.get_by_label("Find on the shelf by name").fill("")
        self.click(150, 150)
        self.act("Find similar")
        expect(first).to_have_attribute("aria-label", "Strap button")

    def test_a_tray_goes_out_as_symbols_and_comes_in_from_svg(self):
        self.open(self.new_drawing())
        self.shelf()
        with self.page.expect_download() as download:
            self.page.get_by_role("button", name="Export SVG symbols").click()
        with open(download.value.path(), "rb") as file:
            symbols = file.read()
        tags = [e.tag.split("}")[1] for e in ElementTree.fromstring(symbols)]
        self.assertEqual(tags, ["symbol"] * 13)
        with self.page.expect_response("**/library/imports/svg"):
            self.page.get_by_test_id("shelf-file").set_input_files(
                {"name": "t.svg", "mimeType": "image/svg+xml", "buffer": symbols}
            )
        expect(self.page.get_by_role("button", name="My outlines")).to_be_visible()
        taken = [e.name for e in entries(self.user.pk) if e.tray == "My outlines"]
        self.assertEqual(len(taken), 13)
