"""Drawing and refining: the pen by what lies under it, tracing, twins, freehand, segments."""

import math

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.paint import Style
from buildup.edits.outlines.drawoutline import AddOutline
from buildup.geometry.bezier import point_at
from buildup.geometry.nearest import nearest
from demo.management.commands.load_demo import trace
from demo.photograph import PIXELS, SCALE
from drawings.models import Drawing
from library.builtin.hand import MM
from library.builtin.pieces import body
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import leaf


def path(item, *anchors, closed=False):
    return AddOutline(item=item, called=item, contours=(Contour(anchors, closed),), style=Style())


def zigzag():
    return path("zigzag", Anchor(60 + 200j), Anchor(120 + 120j), Anchor(200 + 200j))


def kinds(contour):
    return [a.kind for a in contour.anchors]


class Refining(BrowserTest):
    def contour(self, number=0):
        return self.items()[number].contours[0]

    def hover(self, x, y):
        self.page.mouse.move(*self.spot(x, y))

    def says(self, word, text):
        expect(self.page.get_by_test_id("pen-hint")).to_have_text(word)
        expect(self.page.get_by_test_id("status")).to_contain_text(text)

    def press(self, *keys):
        for key in keys:
            self.page.keyboard.press(key)
        self.settled()


class PenGestureTest(Refining):
    def test_keys_held_while_a_handle_is_pulled(self):
        self.open(self.new_drawing())
        self.tool("pen")
        self.click(50, 150)
        self.drag((120, 100), (160, 130), "Alt")
        freed = self.contour().anchors[1]
        self.assertEqual(freed.kind, "corner")
        self.assertAlmostEqual(freed.out, 40 + 30j, delta=1)
        self.drag_from(self.spot(220, 100), self.spot(250, 100))
        self.page.keyboard.down(" ")
        self.page.mouse.move(*self.spot(260, 140), steps=3)
        self.page.keyboard.up(" ")
        self.page.mouse.up()
        self.settled()
        moved = self.contour().anchors[2]
        self.assertAlmostEqual(moved.at, 230 + 140j, delta=1)
        self.assertAlmostEqual(moved.out, 30 + 0j, delta=1)
        self.drag((320, 200), (360, 212), "Shift")
        stepped = self.contour().anchors[3].out
        self.assertAlmostEqual(stepped.imag / stepped.real, 0.2679, delta=1e-3)
        self.page.mouse.wheel(0, -120)
        expect(self.page.get_by_test_id("zoom")).not_to_have_text("175 %")
        self.click(340, 230)
        self.page.mouse.dblclick(*self.spot(360, 260))
        self.settled()
        self.assertEqual(len(self.contour().anchors), 6)
        self.click(100, 250)
        self.assertEqual(len(self.items()), 2)

    def test_the_last_anchor_and_the_first_one(self):
        self.open(self.new_drawing())
        self.tool("pen")
        self.drag((100, 200), (100, 160))
        self.drag((200, 100), (240, 100))
        self.hover(200, 100)
        self.says("straight from here", "Last anchor")
        self.click(200, 100)
        self.assertIsNone(self.contour().anchors[1].out)
        self.page.wait_for_timeout(450)
        self.drag((200, 100), (230, 130))
        self.assertAlmostEqual(self.contour().anchors[1].out, 30 + 30j, delta=1)
        self.click(300, 200)
        self.hover(100, 200)
        self.says("closes", "drag to shape the closing curve")
        self.drag((100, 200), (140, 250))
        closed = self.contour()
        self.assertTrue(closed.closed)
        self.assertAlmostEqual(closed.anchors[0].into, -40 - 50j, delta=1)
        self.assertAlmostEqual(closed.anchors[0].out, -40j, delta=1)

    def test_ends_of_other_outlines_are_continued_and_joined(self):
        other = path("other", Anchor(300 + 60j), Anchor(340 + 120j))
        self.open(self.new_drawing(zigzag(), other))
        self.tool("pen")
        self.hover(60, 200)
        self.says("continues from here", "Continues from this end")
        self.click(60, 200)
        self.click(30, 100)
        self.assertEqual(len(self.items()), 2)
        grown = {a.at for a in self.contour().anchors}
        self.assertEqual(len(grown), 4)
        self.hover(300, 60)
        self.says("joins", "Joins this end")
        self.click(300, 60)
        (one,) = self.items()
        self.assertEqual(len(one.contours[0].anchors), 6)

    def test_anchors_are_added_removed_and_changed_by_the_pen(self):
        self.open(self.new_drawing(leaf()))
        self.click(200, 150)
        self.tool("pen")
        before = self.contour()
        on = point_at(before.segments[0], 0.5)
        self.hover(on.real, on.imag)
        self.says("adds", "the shape stays the same")
        self.click(on.real, on.imag)
        after = self.contour()
        self.assertEqual(len(after.anchors), 3)
        self.assertLess(nearest(after.segments, on).distance, 1e-6)
        self.page.keyboard.down("Alt")
        self.hover(300, 150)
        self.says("becomes smooth", "change the kind")
        self.click(300, 150)
        self.page.keyboard.up("Alt")
        self.assertEqual(self.contour().anchors[2].kind, "smooth")
        self.hover(on.real, on.imag)
        self.says("deletes", "Click to delete this anchor")
        self.click(on.real, on.imag)
        self.assertEqual(len(self.contour().anchors), 2)

    def test_ctrl_borrows_the_anchors_tool_and_undo_goes_anchor_by_anchor(self):
        self.open(self.new_drawing())
        self.tool("pen")
        for x in (60, 140, 220):
            self.click(x, 100)
        self.page.keyboard.down("Control")
        self.drag((140, 100), (140, 170))
        self.page.keyboard.up("Control")
        self.assertAlmostEqual(self.contour().anchors[1].at, 140 + 170j, delta=1)
        self.press("Control+z", "Control+z")
        self.assertEqual(len(self.contour().anchors), 2)
        self.press("Control+Shift+z")
        self.click(300, 200)
        self.press("Escape")
        self.assertEqual(len(self.contour().anchors), 4)
        self.assertEqual(len(self.items()), 1)


class FlowTest(Refining):
    def test_a_curve_flows_through_clicked_points(self):
        self.open(self.new_drawing())
        self.press("r")
        for x, y in ((100, 100), (200, 100), (200, 200), (100, 200)):
            self.click(x, y)
        self.click(100, 100)
        contour = self.contour()
        self.assertEqual((contour.closed, set(kinds(contour))), (True, {"flowing"}))
        handle = abs(contour.anchors[0].out) / abs(100 + 100j) * 2
        self.assertAlmostEqual(handle, 0.5522847, places=2)
        self.press("w")
        self.drag((200, 100), (240, 80))
        self.assertEqual(set(kinds(self.contour())), {"flowing"})
        self.assertNotAlmostEqual(abs(self.contour().anchors[0].out) / 70.7, 0.5522847, places=2)

    def test_alt_places_a_corner(self):
        self.open(self.new_drawing())
        self.press("r")
        self.click(100, 100)
        self.page.keyboard.down("Alt")
        self.click(200, 100)
        self.page.keyboard.up("Alt")
        self.click(200, 200)
        self.press("Enter")
        self.assertEqual(kinds(self.contour())[1], "corner")


class TracingTest(Refining):
    def test_the_reference_is_traced_with_eight_anchors(self):
        trace(self.user.pk)
        self.open(Drawing.objects.get())
        (reference,) = self.value().sheet.references
        scale = reference.width / PIXELS[0]
        middle = complex(reference.x, reference.y) - scale * 2j

        def there(vector):
            return vector / MM * SCALE * scale

        wanted = body()
        self.tool("pen")
        start = middle + there(wanted.anchors[0].at)
        for anchor in (*wanted.anchors, wanted.anchors[0]):
            at, out = middle + there(anchor.at), there(anchor.out or 0j)
            with self.dragging((at.real, at.imag), ((at + out).real, (at + out).imag)):
                pass
        outline = self.items()[-1].contours[0]
        self.assertTrue(outline.closed)
        self.assertAlmostEqual(outline.anchors[0].at, start, delta=2)
        self.assertLessEqual(len(outline.anchors), 12)
        (_, _), (one, _) = self.spot(0, 0), self.spot(1, 0)
        pixel = 1 / (one - self.spot(0, 0)[0])
        for segment in wanted.segments:
            for k in range(12):
                place = middle + there(point_at(segment, k / 12))
                self.assertLess(nearest(outline.segments, place).distance, 6 * pixel)


class FreehandTest(Refining):
    def draw(self, *places):
        mouse = self.page.mouse
        mouse.move(*self.spot(*places[0]))
        mouse.down()
        for place in places[1:]:
            mouse.move(*self.spot(*place))
        mouse.up()
        self.settled()

    def test_the_tolerance_of_a_stroke_is_changed_after_drawing_it(self):
        self.open(self.new_drawing())
        self.press("t")
        wave = [(40 + k, 150 + 50 * math.sin(k / 22)) for k in range(0, 300, 3)]
        self.draw(*wave)
        first = len(self.contour().anchors)
        expect(self.page.get_by_test_id("drawn-anchors")).to_contain_text(f"{first} anchors")
        self.type_into("Tolerance", "30")
        second = len(self.contour().anchors)
        self.assertLess(second, first)
        slider = self.page.get_by_test_id("slider-tolerance").get_by_role("slider")
        left, top = self.middle(slider)
        self.drag_from((left, top), (left - 60, top))
        self.page.mouse.up()
        self.settled()
        self.assertGreater(len(self.contour().anchors), second)
        self.assertEqual(len(self.items()[0].hand_stroke.parts[0]), len(wave))

    def test_a_click_leads_there_straight_and_the_start_closes(self):
        self.open(self.new_drawing())
        self.press("t")
        self.draw(*((100 + 2 * k, 200 - k * (50 - k) / 10) for k in range(51)))
        self.click(200, 260)
        self.click(100, 201)
        contour = self.contour()
        self.assertTrue(contour.closed)
        self.assertEqual([a.out for a in contour.anchors[-2:]], [None, None])


class AnchorsToolTest(Refining):
    def test_a_straight_segment_is_bent_and_straightened(self):
        self.open(self.new_drawing(zigzag()))
        self.press("w")
        self.click(160, 160)
        self.drag((90, 160), (70, 140))
        bent = self.contour()
        self.assertLess(nearest(bent.segments[:1], 70 + 140j).distance, 1)
        self.assertEqual(bent.segments[1], self.items()[0].contours[0].segments[1])
        self.click(70, 140)
        self.properties().get_by_role("button", name="Straighten").click()
        self.settled()
        self.assertIsNone(self.contour().anchors[0].out)

    def test_double_clicks_add_an_anchor_and_withdraw_a_handle(self):
        self.open(self.new_drawing(leaf()))
        self.press("w")
        on = point_at(self.contour().segments[1], 0.5)
        self.page.mouse.dblclick(*self.spot(on.real, on.imag))
        self.settled()
        self.assertEqual(len(self.contour().anchors), 3)
        self.click(100, 150)
        self.page.mouse.dblclick(*self.spot(100, 190))
        self.settled()
        self.assertIsNone(self.contour().anchors[0].out)

    def test_twins_are_pulled_together(self):
        form = path("form", *(Anchor(p) for p in (100 + 100j, 300 + 120j, 200 + 260j)), closed=True)
        self.open(self.new_drawing(form))
        self.press("w")
        self.click(100, 100)
        self.page.keyboard.down("Shift")
        self.click(300, 120)
        self.page.keyboard.up("Shift")
        self.page.get_by_role("combobox", name="Twin axis").click()
        self.page.get_by_role("option", name="Its centre, vertical").click()
        self.page.get_by_role("button", name="Make twins").click()
        self.settled()
        self.assertAlmostEqual(self.contour().anchors[1].at, 300 + 100j, delta=1e-6)
        expect(self.page.get_by_test_id("twin-line")).to_have_count(1)
        self.drag((300, 100), (330, 70))
        first, second = self.contour().anchors[:2]
        self.assertAlmostEqual(first.at, complex(400 - second.at.real, second.at.imag), delta=1e-6)
        self.assertAlmostEqual(second.at, 330 + 70j, delta=1)

    def test_removing_refits_and_says_how_far_the_outline_moved(self):
        self.open(self.new_drawing(leaf()))
        self.press("w")
        on = point_at(self.contour().segments[0], 0.4)
        self.page.mouse.dblclick(*self.spot(on.real, on.imag))
        self.settled()
        expect(self.page.get_by_test_id("anchor-2")).to_be_visible()
        self.click(on.real, on.imag)
        self.press("Delete")
        expect(self.page.get_by_test_id("edit-message")).to_contain_text("The outline")
        self.assertEqual(len(self.contour().anchors), 2)
        self.assertLess(nearest(self.contour().segments, on).distance, 0.5)

    def test_a_bracket_goes_along_the_path_and_numbers_are_typed(self):
        low = path("low", Anchor(60 + 260j), Anchor(120 + 230j), Anchor(200 + 260j))
        self.open(self.new_drawing(leaf(), low))
        self.press("w")
        self.click(100, 150)
        expect(self.page.get_by_text("Anchor 1 of 2", exact=True)).to_be_visible()
        self.press("]")
        expect(self.page.get_by_text("Anchor 2 of 2", exact=True)).to_be_visible()
        self.press("[")
        expect(self.page.get_by_text("Anchor 1 of 2", exact=True)).to_be_visible()
        self.type_into("Anchor x", "120")
        self.type_into("Handle out length", "50")
        self.type_into("Handle out angle", "90")
        anchor = self.contour().anchors[0]
        self.assertEqual(anchor.at, 120 + 150j)
        self.assertAlmostEqual(anchor.out, 50j)
        self.assertAlmostEqual(anchor.into, -50j)
        expect(self.page.get_by_label("Turn", exact=True)).to_have_text("0°")
        self.drag((20, 20), (390, 290))
        expect(self.page.get_by_text("5 anchors")).to_be_visible()

    def test_paths_are_broken_joined_and_opened(self):
        self.open(self.new_drawing(leaf()))
        self.press("w")
        self.click(300, 150)
        self.properties().get_by_role("button", name="Split here").click()
        self.settled()
        self.assertEqual((self.contour().closed, len(self.contour().anchors)), (False, 3))
        self.press("Control+a")
        self.page.keyboard.press("Escape")
        self.click(200, 250)
        self.press("Control+z")
        self.assertTrue(self.contour().closed)
