"""The first way through the program: draw, shape, refine, paint, order, undo, send out."""

import cmath
import io
import math

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.itemtypes import Outline, Shape
from buildup.drawing.paint import Style
from buildup.edits.outlines.drawoutline import AddOutline, DrawAnchor
from buildup.edits.shapes.shaping import DrawShape
from buildup.view.drawables import drawable
from playwright.sync_api import expect
from svgelements import SVG, Close, CubicBezier, Path

from e2e.base import BrowserTest


def rectangle(item="plate", start=(100.0, 100.0), to=(200.0, 160.0), **more):
    return DrawShape(item=item, shape="rectangle", start=start, to=to, called=item, **more)


def leaf(item="leaf"):
    """A form with two anchors: one symmetric, one corner."""
    anchors = (Anchor(100 + 150j, -40j, 40j, "symmetric"), Anchor(300 + 150j))
    style = Style(fill="#E7D8BF")
    return AddOutline(item=item, called=item, contours=(Contour(anchors, True),), style=style)


class PenTest(BrowserTest):
    def test_clicks_and_drags_make_a_closed_outline(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("e")
        self.click(100, 200)
        self.click(100, 100)
        with self.dragging((200, 50), (250, 50)):
            self.page.wait_for_selector("[data-testid=handle-out-2]")
        self.click(300, 200)
        self.page.mouse.move(*self.spot(101, 201))
        expect(self.page.get_by_text("closes", exact=True)).to_be_visible()
        expect(self.page.get_by_test_id("status")).to_contain_text("Closes the outline")
        self.click(101, 201)
        (outline,) = self.items()
        (contour,) = outline.contours
        self.assertTrue(contour.closed)
        self.assertEqual(
            [a.kind for a in contour.anchors], ["corner", "corner", "symmetric", "corner"]
        )
        self.assertAlmostEqual(contour.anchors[2].out, 50 + 0j, delta=1.0)
        self.assertAlmostEqual(contour.anchors[0].at, 100 + 200j, delta=1.0)

    def test_enter_leaves_open_and_backspace_takes_back_the_last_anchor(self):
        self.open(self.new_drawing())
        self.tool("pen")
        for x in (50, 150, 250):
            self.click(x, 100)
        self.page.keyboard.press("Backspace")
        self.settled()
        self.page.mouse.move(*self.spot(250, 200))
        self.page.keyboard.down("Shift")
        self.click(250, 190)
        self.page.keyboard.up("Shift")
        self.page.keyboard.press("Enter")
        (outline,) = self.items()
        places = [a.at for a in outline.contours[0].anchors]
        self.assertFalse(outline.contours[0].closed)
        self.assertEqual(len(places), 3)
        diagonal = places[2] - places[1]
        self.assertAlmostEqual(diagonal.real, diagonal.imag, places=9)

    def test_escape_in_mid_drag_puts_everything_back(self):
        self.open(self.new_drawing(rectangle(style=Style(fill="#FFFFFF"))))
        self.page.mouse.move(*self.spot(150, 130))
        self.page.mouse.down()
        self.page.mouse.move(*self.spot(250, 230), steps=4)
        self.page.keyboard.press("Escape")
        self.page.mouse.up()
        self.settled()
        self.assertEqual(self.items()[0].frame.place.origin, 150 + 130j)


class EndsTest(BrowserTest):
    def test_of_very_many_open_ends_those_near_the_pointer_are_marked(self):
        def lines(count):
            spots = (complex(20 * (n % 20), 20 * (n // 20)) for n in range(count))
            paths = tuple(Contour((Anchor(at), Anchor(at + 8))) for at in spots)
            return AddOutline(item=f"grass-{count}", called="Grass", contours=paths)

        marks = self.page.locator("circle.end")
        self.open(self.new_drawing(lines(100)))
        self.tool("pen")
        expect(marks).to_have_count(200)
        self.open(self.new_drawing(lines(200)))
        self.tool("pen")
        self.page.mouse.move(*self.spot(5, 5))
        expect(marks.first).to_be_visible()
        self.assertLess(marks.count(), 100)
        self.page.mouse.move(*self.spot(380, 180))
        reach = self.page.locator('[data-hit*="\\"contour\\":199,"]')
        expect(reach).to_have_count(2)
        self.page.mouse.click(*self.spot(388, 180))  # goes on from that end
        self.click(380, 250)
        (grass,) = self.items()
        self.assertEqual(len(grass.contours[-1].anchors), 3)


class RectangleTest(BrowserTest):
    def test_shift_is_square_and_alt_draws_from_the_middle(self):
        self.open(self.new_drawing())
        self.page.keyboard.press("s")
        self.drag((50, 50), (150, 90), "Shift")
        self.drag((300, 200), (340, 220), "Alt")
        square, centred = self.items()
        self.assertAlmostEqual(square.frame.width, square.frame.height)
        self.assertAlmostEqual(centred.frame.place.origin, 300 + 200j, delta=1.0)
        self.assertAlmostEqual(centred.frame.width, 80, delta=1.0)

    def test_peg_slider_and_field_show_the_same_radius(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        field = self.page.get_by_role("textbox", name="Corner radius", exact=True)
        slider = self.page.get_by_test_id("slider-radius").get_by_role("slider")
        expect(field).to_have_value("0")
        peg = self.middle(self.page.get_by_test_id("peg-radius"))
        (x0, _), (x1, _) = self.spot(0, 0), self.spot(12, 0)
        self.drag_from(peg, (peg[0] + x1 - x0, peg[1]))
        expect(self.page.get_by_test_id("bubble")).to_contain_text("Corner radius 12")
        self.page.mouse.up()
        self.settled()
        self.assertAlmostEqual(self.items()[0].dials["radius"], 12, delta=0.01)
        expect(field).to_have_value("12")
        self.assertAlmostEqual(float(slider.get_attribute("aria-valuenow")), 12, delta=0.01)
        for typed, units in (("75", 75), ("3 mm", 3 * 96 / 25.4), ("1/8 in", 12), ("(2+3)*4", 20)):
            self.type_into("Corner radius", typed)
            expect(field).to_have_value(f"{units:.2f}".rstrip("0").rstrip("."))
            self.assertAlmostEqual(self.items()[0].dials["radius"], units)
        left, top = self.middle(slider)
        self.drag_from((left, top), (left - 500, top))
        self.page.mouse.up()
        self.settled()
        expect(field).to_have_value("0")
        field.fill("two apples")
        field.press("Enter")
        # a word may be a measure: what is wrong stands below the field
        expect(self.page.get_by_test_id("formula-help")).to_contain_text("“apples” at character 5")
        expect(field).to_have_value("0")


class SelectTest(BrowserTest):
    def test_move_resize_turn_and_delete(self):
        self.open(self.new_drawing(rectangle(style=Style(fill="#D9B382"))))
        self.drag((150, 130), (200, 180))
        self.assertAlmostEqual(self.items()[0].frame.place.origin, 200 + 180j, delta=0.5)
        grip = self.middle(self.page.get_by_test_id("grip-e"))
        (x0, _), (x1, _) = self.spot(0, 0), self.spot(50, 0)
        self.drag_from(grip, (grip[0] + x1 - x0, grip[1]))
        expect(self.page.get_by_test_id("bubble")).to_contain_text("150 × 60")
        self.page.mouse.up()
        self.settled()
        self.assertAlmostEqual(self.items()[0].frame.width, 150, delta=0.01)
        across, down = self.middle(self.page.get_by_test_id("turn"))
        start = (across + 11.4, down - 11.4)
        centre = self.spot(225, 180)
        arm = (start[0] - centre[0], start[1] - centre[1])
        self.drag_from(start, (centre[0] - arm[1], centre[1] + arm[0]), "Shift")
        self.page.mouse.up()
        self.page.keyboard.up("Shift")
        self.settled()
        place = self.items()[0].frame.place
        self.assertAlmostEqual(place.across, 1j)
        self.type_into("Angle", "30")
        self.type_into("Centre x", "100+20")
        self.assertAlmostEqual(self.items()[0].frame.place.origin.real, 120)
        self.page.keyboard.press("Escape")
        self.page.get_by_test_id("canvas").click(position={"x": 30, "y": 30})
        self.click(120, 180)
        self.page.keyboard.press("Delete")
        self.settled()
        self.assertEqual(self.items(), [])

    def test_a_dragged_box_and_nudges_that_are_one_step(self):
        self.open(self.new_drawing(rectangle("one"), rectangle("two", (20.0, 20.0), (60.0, 60.0))))
        self.drag((10, 10), (250, 250))
        expect(self.page.get_by_test_id("grip-e")).to_be_visible()
        for _ in range(5):
            self.page.keyboard.press("Shift+ArrowRight")
        self.settled()
        moved = self.items()[0].frame.place.origin.real - 150
        self.assertGreater(moved, 1)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertEqual(self.items()[0].frame.place.origin, 150 + 130j)


class AnchorsTest(BrowserTest):
    def test_move_an_anchor_drag_a_handle_and_change_the_kind(self):
        self.open(self.new_drawing(leaf()))
        self.tool("anchors")
        self.click(200, 150)
        self.drag((300, 150), (320, 120))
        first, second = self.items()[0].contours[0].anchors
        self.assertAlmostEqual(second.at, 320 + 120j, delta=0.5)
        self.click(100, 150)
        self.drag((100, 190), (130, 190))
        first = self.items()[0].contours[0].anchors[0]
        self.assertAlmostEqual(first.out, 30 + 40j, delta=0.5)
        self.assertAlmostEqual(first.into, -first.out)
        self.drag((130, 190), (100, 200), "Alt")
        first = self.items()[0].contours[0].anchors[0]
        self.assertEqual(first.kind, "corner")
        self.assertAlmostEqual(first.into, -30 - 40j, delta=0.5)
        self.page.get_by_test_id("kind-smooth").click()
        self.settled()
        first = self.items()[0].contours[0].anchors[0]
        self.assertAlmostEqual((first.into / first.out).imag, 0)
        for kind in ("symmetric", "flowing", "corner"):
            self.page.get_by_test_id(f"kind-{kind}").click()
            self.settled()
            self.assertEqual(self.items()[0].contours[0].anchors[0].kind, kind)
        self.type_into("Handle out length", "25")
        self.type_into("Handle out angle", "90")
        self.assertAlmostEqual(self.items()[0].contours[0].anchors[0].out, 25j)

    def test_an_anchor_of_a_long_outline_is_dragged_kept_and_put_back(self):
        ways = [cmath.rect(100.0, math.tau * k / 1_500) for k in range(1_500)]
        path = Contour(tuple(Anchor(200 + 150j + w) for w in ways), closed=True)
        self.open(self.new_drawing(AddOutline(item="ring", called="Ring", contours=(path,))))
        self.core_is_here()
        self.tool("anchors")
        self.click(300, 150)
        shown = self.page.locator('path[data-item="ring"]').first
        told = []
        self.page.on(
            "response", lambda r: told.append(r.url.endswith(("/commands", "/history/head")) and r)
        )
        before = shown.get_attribute("d")
        with self.dragging((300, 150), (340, 130)):
            self.page.wait_for_function(
                "before => document.querySelector('[data-item=ring]').getAttribute('d') !== before",
                arg=before,
            )
            self.assertTrue(before[9_000:-9_000] in shown.get_attribute("d"))
        kept = drawable(self.value(), "ring").path
        self.assertTrue(shown.get_attribute("d") == kept)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertTrue(shown.get_attribute("d") == before)
        self.assertLess(max(len(r.body()) for r in told if r), 8_000)


class PaintAndStackTest(BrowserTest):
    starts_at = "Paint"

    def test_fill_stroke_and_width(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.type_into("Fill colour, typed", "#0C6B65")
        self.type_into("Stroke width", "3")
        self.page.get_by_label("Stroke: none").click()
        self.settled()
        style = self.items()[0].style
        self.assertEqual(
            (style.fill, style.strokes[0].paint, style.strokes[0].width), ("#0C6B65", None, 4.0)
        )

    def test_hide_lock_order_and_rename_in_the_stack(self):
        self.open(
            self.new_drawing(rectangle("back"), rectangle("front", (120.0, 110.0), (220.0, 170.0)))
        )
        self.page.get_by_label("Hide front").click()
        self.settled()
        self.assertTrue(self.items()[1].hidden)
        expect(self.page.locator("path[data-item=front]")).to_have_count(0)
        self.page.get_by_label("Show front").click()
        self.page.get_by_label("Lock back").click()
        self.settled()
        self.click(100, 130)
        expect(self.page.get_by_test_id("grip-e")).to_have_count(0)
        self.page.get_by_test_id("stack-front").drag_to(
            self.page.get_by_test_id("stack-back"), target_position={"x": 5, "y": 30}
        )
        self.settled()
        self.assertEqual([i.id for i in self.items()], ["front", "back"])
        self.page.get_by_test_id("stack-back").get_by_text("back").dblclick()
        self.page.get_by_label("Item name").fill("Rear plate")
        self.page.get_by_label("Item name").press("Enter")
        self.settled()
        self.assertEqual(self.items()[1].name, "Rear plate")


class HistoryTest(BrowserTest):
    def test_undo_redo_steps_and_a_reload(self):
        self.open(self.new_drawing(rectangle()))
        self.click(100, 130)
        self.type_into("Width", "80")
        self.type_into("Height", "50")
        undo, redo = self.page.get_by_test_id("undo"), self.page.get_by_test_id("redo")
        expect(undo).to_contain_text("Resize plate")
        undo.click()
        self.settled()
        expect(redo).to_contain_text("Resize plate")
        self.assertEqual(self.items()[0].frame.height, 60)
        self.page.reload()
        self.settled()
        self.page.keyboard.press("Control+Shift+z")
        self.settled()
        self.assertEqual(self.items()[0].frame.height, 50)
        self.page.get_by_test_id("leaf-History").click()
        self.page.get_by_role("button", name="Draw rectangle", exact=True).click()
        self.settled()
        self.assertEqual(self.items()[0].frame.width, 100)
        self.page.get_by_role("button", name="Resize plate", exact=True).nth(1).click()
        self.settled()
        self.assertEqual((self.items()[0].frame.width, self.items()[0].frame.height), (80, 50))

    def test_drawing_one_outline_is_one_row_that_opens(self):
        drawn = [DrawAnchor(item="leaf", at=(50.0 * n, 20.0 * n * n)) for n in range(4)]
        self.open(self.new_drawing(rectangle(), *drawn))
        self.page.get_by_test_id("leaf-History").click()
        row = self.page.get_by_role("button", name="Draw outline · 4", exact=True)
        step = self.page.get_by_role("button", name="Draw anchor 2", exact=True)
        expect(row).to_have_attribute("aria-current", "step")
        expect(step).to_have_count(0)
        fold = self.page.get_by_role("button", name="Show the 4 steps")
        fold.press("Enter")
        step.click()
        self.settled()
        self.assertEqual(len(self.items()[1].contours[0].anchors), 2)
        expect(step).to_have_attribute("aria-current", "step")
        expect(fold).to_be_disabled()
        row.click()
        self.settled()
        self.assertEqual(len(self.items()[1].contours[0].anchors), 4)
        fold.click()
        expect(step).to_have_count(0)


class SendOutTest(BrowserTest):
    def test_the_file_reads_back_the_same(self):
        self.open(self.new_drawing(leaf(), rectangle(dials={"radius": 10.0})))
        download = self.sent_out()
        self.assertEqual(download.suggested_filename, "Trial.svg")
        text = download.path().read_text()
        drawing = SVG.parse(io.StringIO(text), ppi=96)
        first, second = (e for e in drawing.elements() if isinstance(e, Path))
        self.assertEqual(sum(isinstance(s, CubicBezier) for s in first), 2)
        self.assertEqual(sum(isinstance(s, CubicBezier) for s in second), 4)
        self.assertTrue(any(isinstance(s, Close) for s in first))
        for path, item in zip((first, second), self.items(), strict=True):
            shown = self.page.locator(f"path[data-item={item.id}]")
            box = shown.evaluate(
                "e => { const b = e.getBBox(); return [b.x, b.y, b.x + b.width, b.y + b.height] }"
            )
            for read, seen in zip(path.bbox(), box, strict=True):
                self.assertAlmostEqual(read, seen, delta=0.01)
        self.assertIsInstance(self.items()[0], Outline)
        self.assertIsInstance(self.items()[1], Shape)
