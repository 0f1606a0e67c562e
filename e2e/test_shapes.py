"""Parametric shapes: pegs, sliders and fields; counts on the canvas; gallery and corners."""

import math
import re

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.paint import Style
from buildup.edits.outlines.drawoutline import AddOutline
from buildup.edits.shapes.shaping import DrawShape
from buildup.forms.contours import item_contours
from playwright.sync_api import expect

from e2e.base import BrowserTest

FILLED = Style(fill="#D9B382")


def shape(kind, item="one", start=(100.0, 100.0), to=(200.0, 200.0), **dials):
    return DrawShape(
        item=item, shape=kind, start=start, to=to, called=item, dials=dials, style=FILLED
    )


class ShapesTest(BrowserTest):
    def choose(self, label, option):
        self.page.get_by_role("combobox", name=label, exact=True).click()
        with self.page.expect_response("**/commands"):
            self.page.get_by_role("option", name=option, exact=True).click()
        self.settled()

    def peg_to(self, dial, x, y, *keys):
        peg = self.middle(self.page.get_by_test_id(f"peg-{dial}"))
        self.drag_from(peg, self.spot(x, y), *keys)

    def let_go(self):
        self.page.mouse.up()
        self.settled()

    def dials(self, number=0):
        return self.items()[number].dials


class DialTest(ShapesTest):
    def test_a_square_becomes_a_circle_at_a_hundred_percent(self):
        self.open(self.new_drawing(shape("rectangle")))
        self.click(150, 150)
        self.choose("Radius in", "% of half side")
        self.type_into("Corner radius", "100")
        slider = self.page.get_by_test_id("slider-radius").get_by_role("slider")
        expect(slider).to_have_attribute("aria-valuenow", re.compile(r"^100"))
        (contour,) = item_contours(self.items()[0])
        self.assertEqual([a.kind for a in contour.anchors], ["symmetric"] * 4)
        grip = self.middle(self.page.get_by_test_id("grip-e"))
        self.drag_from(grip, (grip[0] + 60, grip[1]))
        self.let_go()
        self.assertEqual(self.dials()["radius"], 100)

    def test_two_rectangles_share_a_radius_of_75(self):
        second = shape("rectangle", "two", (220.0, 40.0), (390.0, 290.0))
        self.open(self.new_drawing(shape("rectangle", to=(210.0, 280.0), radius=5.0), second))
        self.page.keyboard.press("Control+a")
        self.leaf("Form")
        field = self.page.get_by_role("textbox", name="Corner radius", exact=True)
        expect(field).to_have_attribute("placeholder", "mixed")
        self.type_into("Corner radius", "75")
        self.assertEqual([self.dials(n)["radius"] for n in (0, 1)], [75, 75])
        expect(self.page.get_by_test_id("edit-message")).to_contain_text("drawn at 55 px")
        self.type_into("Corner radius", "50%")
        self.assertEqual(self.dials(1)["radius"], 37.5)

    def test_what_is_typed_wrong_keeps_the_old_value(self):
        self.open(self.new_drawing(shape("polygon")))
        self.click(150, 150)
        for label, text, said in (
            ("Sides", "1000000", "Sides must be from 3 to 100"),
            ("Corner radius", "1/0 in", "divides by zero"),
            ("Corner radius", "12 & 3", "at character 4"),
        ):
            field = self.page.get_by_role("textbox", name=label, exact=True)
            old = field.input_value()
            field.fill(text)
            field.press("Enter")
            expect(self.page.get_by_role("status").filter(has_text=said)).to_be_visible()
            expect(field).to_have_value(old)
        side = abs(item_contours(self.items()[0])[0].segments[0][3] - 150 - 150j)
        self.type_into("Side length", "200/1.618")
        self.assertGreater(self.items()[0].frame.width, 2 * side)

    def test_peg_slider_and_field_of_a_star_agree(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("g")
        self.drag((100, 60), (300, 260), "Shift")
        field = self.page.get_by_role("textbox", name="Inner radius", exact=True)
        middle = self.items()[0].frame.place.origin
        self.peg_to("inner", middle.real + 41, middle.imag - 46)
        expect(self.page.get_by_test_id("bubble")).to_contain_text("Inner radius")
        self.let_go()
        value = self.dials()["inner"]
        self.assertNotAlmostEqual(value, 38.196601125, places=1)
        expect(field).to_have_value(f"{value:.1f}".removesuffix(".0"))
        self.page.keyboard.press("+")
        self.settled()
        self.assertEqual(self.dials()["points"], 6)
        self.page.keyboard.press("Escape")
        self.drag((20, 200), (90, 270), "Shift")
        self.assertEqual(self.dials(1)["points"], 6)

    def test_the_kind_changes_and_dials_are_copied(self):
        second = shape("gear", "two", (220.0, 60.0), (380.0, 220.0))
        self.open(self.new_drawing(shape("rectangle", radius=9.0), second))
        self.click(150, 150)
        self.choose("Shape type", "Triangle")
        self.assertEqual((self.items()[0].shape, self.dials()["radius"]), ("triangle", 9))
        self.page.keyboard.down("Shift")
        self.click(250, 140)
        self.page.keyboard.up("Shift")
        self.leaf("Form")
        self.page.get_by_role("button", name="Match dials of the first").click()
        self.settled()
        self.assertEqual(self.dials(1)["radius"], 9)


class CanvasTest(ShapesTest):
    def test_a_gear_goes_from_8_to_12_teeth_on_the_canvas(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("Shift+G")
        self.page.get_by_role("textbox", name="Find a shape").fill("gear")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_role("dialog")).to_have_count(0)
        self.drag((100, 50), (300, 250), "Shift")
        (gear,) = self.items()
        self.assertEqual((gear.shape, self.dials()["teeth"]), ("gear", 8))
        middle, radius = gear.frame.place.origin, gear.frame.width / 2
        peg = self.middle(self.page.get_by_test_id("peg-teeth"))
        (x0, y0), (x1, y1) = (
            self.spot(radius * math.sin(a), -radius * math.cos(a))
            for a in (math.pi / 4, math.pi / 6)
        )
        self.drag_from(peg, (peg[0] + x1 - x0, peg[1] + y1 - y0))
        expect(self.page.get_by_test_id("bubble")).to_contain_text("Teeth 12")
        self.let_go()
        self.assertEqual(self.dials()["teeth"], 12)
        self.assertAlmostEqual(self.items()[0].frame.place.origin, middle, delta=1e-6)

    def test_a_click_asks_for_exact_values(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("s")
        self.page.mouse.click(*self.spot(50, 60))
        self.page.get_by_role("textbox", name="Exact width").fill("1 in")
        self.page.get_by_role("textbox", name="Exact height").fill("48")
        self.page.keyboard.press("Enter")
        expect(self.page.get_by_test_id("stack-Rectangle 1")).to_be_visible()
        self.settled()
        frame = self.items()[0].frame
        self.assertAlmostEqual(frame.width, 96)
        self.assertAlmostEqual(frame.height, 48)
        self.assertAlmostEqual(frame.place.origin, 98 + 84j, delta=1)

    def test_a_line(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("a")
        self.drag((50, 50), (150, 62), "Shift")
        start, end = (a.at for a in self.items()[0].contours[0].anchors)
        self.assertAlmostEqual((end - start).imag, 0, places=6)

    def test_turned_into_outlines_and_back_in_steps(self):
        self.open(self.new_drawing(shape("star")))
        self.click(150, 150)
        self.properties().get_by_role("button", name="Convert to outlines").click()
        self.settled()
        self.page.keyboard.press("w")
        expect(self.page.get_by_test_id("anchor-9")).to_be_visible()
        self.page.get_by_test_id("leaf-History").click()
        self.page.get_by_role("button", name="Draw star").click()
        self.settled()
        self.assertEqual(self.items()[0].shape, "star")


class CornerTest(ShapesTest):
    def test_a_worked_corner_is_dragged_styled_and_settled(self):
        places = (100 + 100j, 300 + 100j, 300 + 200j, 100 + 200j)
        plate = AddOutline(
            item="plate",
            called="plate",
            contours=(Contour(tuple(Anchor(p) for p in places), True),),
            style=FILLED,
        )
        self.open(self.new_drawing(plate))
        self.page.keyboard.press("z")
        self.click(200, 150)
        expect(self.page.get_by_test_id("corner-1")).to_be_visible()
        with self.dragging((300, 100), (300, 130)):
            expect(self.page.get_by_test_id("bubble")).to_have_text("Radius 30 px")
        corner = self.items()[0].contours[0].anchors[1].corner
        self.assertAlmostEqual(corner.radius, 30, delta=1)
        self.page.get_by_test_id("corner-style-cove").click()
        self.settled()
        self.page.keyboard.press("Control+a")
        self.type_into("Radius", "500")
        expect(self.page.get_by_test_id("edit-message")).to_contain_text("drawn at 50 px")
        self.type_into("Radius", "20")
        anchors = self.items()[0].contours[0].anchors
        self.assertEqual({a.corner.radius for a in anchors}, {20})
        self.assertEqual([a.corner.style for a in anchors].count("cove"), 1)
        self.page.get_by_role("button", name="Convert corners to anchors").click()
        expect(self.page.get_by_test_id("undo")).to_contain_text(
            "Convert corners of plate to anchors"
        )
        self.settled()
        self.assertEqual(len(self.items()[0].contours[0].anchors), 8)
