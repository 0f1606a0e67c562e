"""Drawing half and seeing the whole: live mirrors, wheels, kaleidoscopes, seams, welding."""

from buildup.drawing.itemtypes import Group, Outline, Symmetry
from buildup.edits.apply import read_command
from buildup.formats.svg.svgwrite import svg
from buildup.forms.symmetry.balance import best_line
from buildup.forms.symmetry.seamends import seam_ends
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle


def mirror(**more):
    command = {"kind": "make_symmetry", "items": [], "symmetry": "m", **more}
    return read_command({"called": "Body", "axis": {"centre": [200, 150]}, **command})


def half(item="half", end=200):
    """An open half of a form, from the line almost or all the way back to it."""
    places = [[200, 40], [120, 70], [150, 150], [110, 220], [end, 260]]
    path = {"anchors": [{"at": p} for p in places]}
    told = {"kind": "add_outline", "item": item, "contours": [path], "container": "m"}
    return read_command(told)


class SymmetryTest(BrowserTest):
    def key(self, *names):
        for name in names:
            self.page.keyboard.press(name)
        self.settled()

    def press(self, name):
        self.properties().get_by_role("button", name=name, exact=True).click()
        self.settled()

    def way(self):
        return self.page.get_by_label("Active container").inner_text().split("\n")

    def grip(self, name):
        return self.middle(self.page.get_by_test_id(f"symmetry-{name}"))

    def near(self, found, expected):
        """Places that the mouse has come to, by whole pixels of the page."""
        pairs = zip(found, expected, strict=True)
        self.assertLess(max(abs(a - b) for a, b in pairs), 1e-3)

    def at(self, item, *indices):
        anchors = self.path(item).anchors
        return [anchors[i].at for i in indices]

    def path(self, item):
        (contour,) = self.value().items[item].contours
        return contour

    def test_half_a_body_is_drawn_with_the_pen_in_a_new_mirror(self):
        self.open(self.new_drawing())
        self.core_is_here()
        self.key("y")
        expect(self.page.get_by_label("Symmetry x")).to_have_value("200")
        self.key("Enter")
        self.assertIn("Mirror 1", self.way())
        expect(self.page.get_by_test_id("direction")).to_have_text("shows 2 times")
        # the Pen is in the hand; both ends meet the line, and handles stand square on it
        for at, to in (((203, 40), (150, 45)), ((120, 150), (120, 200)), ((198, 260), (230, 258))):
            self.drag(at, to)
        self.key("Enter")
        (outline,) = self.items()
        anchors = outline.contours[0].anchors
        self.near([a.at.real for a in anchors], [200, 120, 200])
        self.assertEqual([a.seam for a in anchors], ["smooth", None, "smooth"])
        self.assertEqual([anchors[0].out.imag, anchors[2].into.imag], [0, 0])
        expect(self.page.get_by_test_id("seam-meets")).to_have_count(2)
        # one leaves: Esc selects the symmetry, which is welded
        self.key("q", "Escape")
        self.assertNotIn("Mirror 1", self.way())
        self.press("Convert to outlines")
        (whole,) = self.items()
        self.assertTrue(whole.contours[0].closed)
        places = {a.at for a in whole.contours[0].anchors}
        self.assertEqual(places, {complex(400 - p.real, p.imag) for p in places})
        self.assertEqual(svg(self.value(), title="t").count("<path"), 1)
        self.key("Control+z")
        self.assertEqual(len(self.path(outline.id).anchors), 3)

    def test_the_flow_pen_and_a_hand_draw_inside_a_mirror(self):
        self.open(self.new_drawing(mirror()))
        self.core_is_here()
        self.page.get_by_test_id("stack-Body").locator("button.tile").dblclick()
        self.key("r")
        for place in ((202, 50), (100, 150), (198, 250)):
            self.click(*place)
        self.key("Enter")
        flow = self.items()[0].contours[0].anchors
        self.near([a.at.real for a in flow], [200, 100, 200])
        self.assertAlmostEqual(flow[0].out.real / -100, 0.5522847, places=3)
        self.key("t")
        self.page.mouse.move(*self.spot(203, 100))
        self.page.mouse.down()
        for x, y in ((180, 110), (150, 130), (140, 150), (150, 170), (180, 190), (202, 200)):
            self.page.mouse.move(*self.spot(x, y), steps=4)
        self.page.mouse.up()
        self.settled()
        hand = self.items()[1].contours[0].anchors
        self.assertEqual([hand[0].at.real, hand[-1].at.real], [200, 200])
        self.assertEqual(hand[0].seam, "smooth")

    def test_an_anchor_is_pulled_in_the_image(self):
        self.open(self.new_drawing(mirror(), half()))
        self.core_is_here()
        self.tool("anchors")
        self.click(265, 110)  # on the image of a segment
        expect(self.page.get_by_test_id("anchor-1")).to_be_visible()
        with self.dragging((280, 70), (300, 80)):
            at = self.middle(self.page.get_by_test_id("anchor-1"))
            self.assertAlmostEqual(at[0], self.spot(300, 80)[0], delta=2)
            self.assertIn("x 300", self.page.get_by_test_id("bubble").inner_text())
        self.near(self.at("half", 1), [100 + 80j])
        # the other way round: the light mark of the original is taken hold of straight away
        self.drag((100, 80), (90, 60))
        self.near(self.at("half", 1), [90 + 60j])

    def test_an_item_is_dragged_in_the_image(self):
        self.open(self.new_drawing(mirror(), half()))
        self.core_is_here()
        self.click(280, 70)
        expect(self.page.get_by_role("heading", name="Body")).to_be_visible()
        self.click(280, 70)  # goes in
        self.drag((280, 70), (300, 80))
        self.near(self.at("half", 1), [100 + 80j])

    def test_a_line_is_moved_turned_and_typed(self):
        self.open(self.new_drawing(mirror(), half()))
        self.click(120, 70)
        self.drag_from(self.grip("middle"), self.spot(210, 150))
        self.page.mouse.up()
        self.settled()
        self.near(self.at("half", 0, -1), [210 + 40j, 210 + 260j])  # held on it
        self.drag_from(self.grip("end"), self.spot(120, 250), "Shift")
        self.page.mouse.up()
        self.page.keyboard.up("Shift")
        self.settled()
        self.assertEqual(self.value().items["m"].angle % 15, 0)
        self.type_into("Axis angle", "90")
        self.type_into("Symmetry x", "199+1")
        item = self.value().items["m"]
        self.assertEqual((item.angle, item.centre.real), (90, 200))
        self.page.get_by_test_id("pattern-wheel").click()
        self.type_into("Copies around", "101")
        expect(self.page.get_by_text("from 2 to 100")).to_be_visible()
        self.type_into("Copies around", "5")
        self.assertEqual(self.value().items["m"].count, 5)

    def test_a_rosette_of_16_is_welded(self):
        self.open(self.new_drawing())
        self.core_is_here()
        self.key("y")
        self.page.get_by_test_id("pattern-kaleidoscope").click()
        self.type_number("16")
        self.key("Enter")
        self.drag((200, 60), (195, 70))
        self.page.mouse.move(*self.spot(225, 40))
        self.click(219, 52)
        self.key("Enter")
        expect(self.page.locator("[data-image]")).to_have_count(31)
        symmetry = self.value().items[self.value().tree.children("layer-1")[0]]
        self.assertEqual((symmetry.pattern, symmetry.count), ("kaleidoscope", 16))
        self.key("q", "Escape")
        near = self.page.get_by_role("button", name="Snap to seam")
        if near.count():
            near.click()
            self.settled()
        self.assertTrue(all(e.meets for e in seam_ends(self.value(), symmetry.id)))
        self.press("Convert to outlines")
        (rosette,) = self.items()
        self.assertEqual([(c.closed, len(c.anchors)) for c in rosette.contours], [(True, 32)])

    def type_number(self, text):
        field = self.page.get_by_role("textbox", name="Copies around")
        field.fill(text)
        field.press("Enter")
        expect(self.page.get_by_text("16 × 2 around")).to_be_visible()

    def test_one_leaves_and_enters_each_way(self):
        self.open(self.new_drawing(mirror(), half(), rectangle("r", [10, 10], [40, 40])))
        self.click(120, 70)
        self.click(120, 70)
        self.assertIn("Body", self.way())
        self.key("Escape")
        self.assertNotIn("Body", self.way())
        self.press("Draw in it")
        self.assertIn("Body", self.way())
        self.click(350, 280)  # beside everything
        self.assertNotIn("Body", self.way())
        self.page.get_by_test_id("stack-Body").locator("button.tile").dblclick()
        self.assertIn("Body", self.way())
        self.page.get_by_test_id("way-0").click()
        self.assertNotIn("Body", self.way())
        # what is inside is mirrored whether it was entered or not
        self.tool("anchors")
        self.click(120, 70)
        expect(self.page.get_by_test_id("anchor-1")).to_be_visible()
        self.drag((120, 70), (110, 60))
        self.near(self.at("half", 1), [110 + 60j])

    def test_near_misses_are_closed_and_a_seam_changes_by_a_key(self):
        self.open(self.new_drawing(mirror(), half(end=197)))
        self.tool("anchors")
        self.click(120, 70)
        expect(self.page.get_by_test_id("seam-misses")).to_contain_text("3 px away")
        self.press("Snap to seam")
        expect(self.page.get_by_test_id("seam-misses")).to_have_count(0)
        self.assertEqual(self.path("half").anchors[-1].at, 200 + 260j)
        expect(self.page.get_by_test_id("anchor-0")).to_be_visible()
        self.click(200, 40)
        for seam in ("free", "smooth", "point"):
            self.key("Control+5")
            self.assertEqual(self.path("half").anchors[0].seam, seam)

    def test_a_copy_is_mirrored_about_a_line_laid_by_hand(self):
        self.open(self.new_drawing(rectangle("r", [20, 20], [60, 80])))
        self.core_is_here()
        self.click(40, 20)
        self.key("y")
        self.page.get_by_test_id("makes-copy").click()
        self.drag((100, 40), (100, 90))
        expect(self.page.get_by_test_id("mirror-line")).to_have_count(1)
        self.key("Enter")
        first, second = self.items()
        self.assertEqual(first.frame.place.origin, 40 + 50j)
        self.near([second.frame.place.origin], [160 + 50j])
        self.key("y")
        self.page.get_by_test_id("makes-flip").click()
        self.type_into_draft("Symmetry x", "200")
        self.key("Enter")
        self.near([self.items()[1].frame.place.origin], [240 + 50j])

    def type_into_draft(self, label, text):
        field = self.page.get_by_role("textbox", name=label)
        field.fill(text)
        field.press("Enter")
        expect(field).to_have_value(text)

    def test_a_selection_becomes_a_symmetry_and_comes_apart(self):
        self.open(self.new_drawing(rectangle("r", [20, 20], [60, 80])))
        self.click(40, 20)
        self.key("y", "Enter")
        (made,) = (i for i in self.value().items.values() if isinstance(i, Symmetry))
        self.assertEqual(self.value().tree.children(made.id), ("r",))
        expect(self.page.locator("[data-image] use")).to_have_count(1)
        self.key("Escape")
        self.page.get_by_text("Alternate colours").click()
        self.settled()
        self.type_into("Fill of every other copy colour, typed", "#C2410C")
        self.assertIn("#C2410C", svg(self.value(), title="t"))
        self.page.get_by_test_id("canvas").focus()
        self.key("Control+Shift+g")
        self.assertEqual(self.value().tree.children("layer-1"), ("r",))

    def test_twins_are_found_and_sides_made_alike(self):
        whole = [[200, 40], [120, 70], [150, 150], [200, 260], [250, 150], [282, 71]]
        path = {"anchors": [{"at": p} for p in whole], "closed": True}
        told = {"kind": "add_outline", "item": "w", "contours": [path]}
        self.open(self.new_drawing(read_command(told)))
        self.click(120, 70)
        self.page.get_by_text("Check symmetry", exact=True).click()
        expect(self.page.get_by_test_id("balance")).to_contain_text("Off by at most 2")
        self.press("Use left side")
        expect(self.page.get_by_test_id("balance")).to_contain_text("Exactly symmetric")
        self.assertLess(best_line(self.value().items["w"].contours).away, 1e-9)
        self.press("Find twins")
        self.tool("anchors")
        expect(self.page.get_by_test_id("anchor-1")).to_be_visible()
        self.drag((120, 70), (110, 60))
        self.near(self.at("w", 5), [290 + 60j])

    def test_what_meets_nothing_becomes_copies(self):
        inside = rectangle("r", [20, 20], [60, 80])
        into = read_command({"kind": "order_items", "items": ["r"], "container": "m"})
        self.open(self.new_drawing(mirror(), inside, into))
        self.click(40, 20)
        self.press("Convert to outlines")
        group = self.value().items["m"]
        self.assertIsInstance(group, Group)
        self.assertEqual([type(i) for i in self.items()], [Outline, Outline])
