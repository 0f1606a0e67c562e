"""Forms put together from others, which stay as they are: seen before, live, taken back."""

from random import Random

from buildup.contours.extent import box_of
from buildup.drawing.itemtypes import Assembly, Group, Outline
from buildup.edits.apply import read_command
from buildup.forms.contours import contours_of, item_box
from buildup.forms.seen import seen_box
from playwright.sync_api import expect

from e2e.base import BrowserTest

FILLS = {"plate": "#0C6B65", "disc": "#C2410C", "tip": "#D9B382"}


def shape(item, kind, start, to, **more):
    style = {"fill": FILLS.get(item, "#0C6B65"), "stroke": None}
    told = {"kind": "draw_shape", "item": item, "called": item, "shape": kind, "style": style}
    return read_command({**told, "start": start, "to": to, **more})


def badge():
    """A rectangle, a circle and a triangle that lie over each other."""
    return (
        shape("plate", "rectangle", [100, 80], [220, 180]),
        shape("disc", "ellipse", [130, 130], [190, 190]),
        shape("tip", "triangle", [140, 40], [180, 100]),
    )


def line_across():
    line = {"anchors": [{"at": [60, 250], "out": [60, -60]}, {"at": [240, 250]}]}
    style = {"stroke": "#1B2924", "stroke_width": 16, "cap": "round"}
    told = {"kind": "add_outline", "item": "line", "contours": [line], "style": style}
    return read_command(told)


def scribble(item, count):
    """A path that crosses itself in thousands of places."""
    chance = Random(item)
    places = ([chance.uniform(50, 350), chance.uniform(50, 250)] for _ in range(count))
    contours = [{"anchors": [{"at": place} for place in places]}]
    return read_command({"kind": "add_outline", "item": item, "contours": contours})


class AssemblingTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.open(self.new_drawing(*badge()))
        self.core_is_here()

    def button(self, name):
        return self.properties().get_by_role("button", name=name, exact=True)

    def press(self, name):
        self.button(name).click()
        self.settled()

    def painted(self):
        """What the canvas paints, back to front, with its fill."""
        paths = self.page.locator("[data-drawn] path[data-item]").all()
        return [(p.get_attribute("data-item"), p.get_attribute("fill")) for p in paths]

    def assembly(self):
        (found,) = (i for i in self.value().items.values() if isinstance(i, Assembly))
        return found

    def corners(self, item):
        return sum(len(c.anchors) for c in contours_of(self.value(), item))

    def assemble(self, name, *items):
        self.page.keyboard.press("Control+a")
        self.press(name)
        return self.assembly()

    def test_a_badge_is_seen_before_it_is_made_and_follows_its_parts(self):
        self.page.keyboard.press("Control+a")
        self.button("Union").hover()
        expect(self.page.locator("[data-drawn] path[data-item]")).to_have_count(1)
        self.assertEqual([fill for _, fill in self.painted()], [FILLS["plate"]])
        self.page.mouse.move(*self.spot(300, 250))
        expect(self.page.locator("[data-drawn] path[data-item]")).to_have_count(3)
        # in another style, and then made: it is selected, its parts show as ghosts
        self.choose("Style of", "disc")
        self.press("Union")
        made = self.assembly()
        self.assertEqual(made.style.fill, FILLS["disc"])
        expect(self.page.locator("[data-testid^=ghost-]")).to_have_count(3)
        before = item_box(self.value(), made.id)
        # a click takes the part under it; while it is dragged the form follows
        self.click(160, 60)
        form = self.page.locator(f"[data-drawn='{made.id}'] path[data-item]")
        ghost = self.page.get_by_test_id("ghost-tip")
        was = [mark.get_attribute("d") for mark in (form, ghost)]
        with self.dragging((160, 60), (190, 20)):
            for mark, d in zip((form, ghost), was, strict=True):
                expect(mark).not_to_have_attribute("d", d)
        self.settled()
        after = item_box(self.value(), made.id)
        self.assertLess(after.top, before.top - 20)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.assertEqual(item_box(self.value(), made.id), before)

    def test_what_a_button_shows_goes_with_the_button(self):
        drawn = self.page.locator("[data-drawn] path[data-item]")
        self.page.keyboard.press("Control+a")
        self.button("Union").hover()
        expect(drawn).to_have_count(1)
        self.page.keyboard.press("Escape")
        expect(self.button("Union")).to_have_count(0)
        expect(drawn).to_have_count(3)
        self.assertEqual(len(self.items()), 3)

    def test_a_new_corner_is_rounded_and_stays_round_while_a_part_is_moved(self):
        made = self.assemble("Union")
        self.tool("corners")
        self.click(205, 170)
        self.settled()
        # the tip's side leaves the plate's upper edge at a corner that only the form has
        at = next(
            a.at
            for c in contours_of(self.value(), made.id)
            for a in c.anchors
            if abs(a.at.imag - 80) < 1e-6 and 140 < a.at.real < 160
        )
        self.drag((at.real, at.imag), (at.real + 6, at.imag - 14))
        self.settled()
        (corner,) = self.assembly().corners
        self.assertGreater(corner.corner.radius, 2)
        self.page.keyboard.press("q")
        self.click(160, 62)
        self.drag((160, 62), (168, 62))
        self.settled()
        self.assertEqual(self.assembly().corners, (corner,))
        loops = contours_of(self.value(), made.id)
        self.assertNotIn(at + 8, [a.at for c in loops for a in c.anchors])
        expect(self.page.get_by_text("worked corner")).to_have_count(0)

    def test_a_hole_is_a_part_that_cuts(self):
        made = self.assemble("Difference")
        self.assertEqual(len(contours_of(self.value(), made.id)), 1)
        # the tip joins instead: said by the list of parts
        self.choose("Operation of tip", "adds")
        self.settled()
        self.assertEqual(self.value().items["tip"].role, "union")
        expect(self.button("Difference")).to_have_attribute("aria-pressed", "true")
        # the disc is taken hold of where nothing is left of it, and moved into the plate
        self.press("Edit contents")
        self.drag((160, 185), (160, 155))
        self.settled()
        self.assertEqual(len(contours_of(self.value(), made.id)), 2)
        expect(self.page.get_by_label("Operation in the assembly")).to_contain_text("cuts")
        expect(self.page.get_by_test_id("stack-disc")).to_contain_text("−")
        # a new shape drawn in it is a part of it
        self.tool("rectangle")
        self.drag((90, 70), (120, 100))
        self.settled()
        self.assertEqual(len(self.value().tree.children(made.id)), 4)
        self.assertGreater(item_box(self.value(), made.id).top, 30)

    def test_outlines_of_it_take_its_place_and_can_be_taken_back(self):
        made = self.assemble("Symmetric difference")
        loops = contours_of(self.value(), made.id)
        self.press("Convert to outlines")
        (outline,) = self.items()
        self.assertIsInstance(outline, Outline)
        self.assertEqual(outline.contours, loops)
        self.assertEqual((made.name, outline.name), ("Symmetric difference 1", "Outline 1"))
        expect(self.properties().get_by_role("heading", name="Outline 1")).to_be_visible()
        self.leaf("Arrange")
        self.press("Break apart")
        self.assertEqual(len(self.items()), len(loops))
        for _ in range(2):
            self.page.keyboard.press("Control+z")
            self.settled()
        self.assertEqual(self.assembly(), made)

    def test_partition_and_compound(self):
        self.page.keyboard.press("Control+a")
        self.button("Partition").hover()
        expect(self.page.locator("[data-drawn] path[data-item]")).to_have_count(5)
        self.press("Partition")
        self.assertEqual(len(self.items()), 5)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.page.keyboard.press("Control+a")
        self.press("Make compound")
        (outline,) = self.items()
        self.assertEqual((outline.id, len(outline.contours), outline.rule), ("plate", 3, "evenodd"))
        # or by the way its paths run, one of which is turned round
        self.leaf("Paint")
        self.choose("Fill rule", "Nonzero")
        self.settled()
        self.assertEqual(self.value().items["plate"].rule, "nonzero")
        disc = outline.contours[1]
        self.tool("anchors")
        self.click(disc.anchors[0].at.real, disc.anchors[0].at.imag)
        self.leaf("Form")
        self.press("Reverse path")
        after = self.value().items["plate"].contours
        self.assertEqual([after[0], after[2]], [outline.contours[0], outline.contours[2]])
        self.assertEqual({a.at for a in after[1].anchors}, {a.at for a in disc.anchors})
        self.assertNotEqual(after[1], disc)

    def test_a_line_cuts_forms_and_a_click_cuts_a_path(self):
        self.tool("cut")
        with self.dragging((90, 140), (230, 140)):
            expect(self.page.locator("polyline.ink")).to_have_count(1)
            expect(self.page.locator("[data-drawn] path[data-item]")).to_have_count(5)
        self.settled()
        self.assertEqual(len(self.items()), 5)
        self.page.keyboard.press("Control+z")
        self.settled()
        # only what is selected, along a free line
        self.click(110, 170)
        self.settled()
        self.assertEqual(len(self.items()), 3)
        self.page.keyboard.press("q")
        self.click(110, 170)
        self.tool("cut")
        self.drag((90, 120), (230, 150), "Control")
        self.settled()
        self.assertEqual(len(self.items()), 4)

    def test_held_to_steps_the_line_shows_where_it_cuts(self):
        self.tool("cut")
        line = self.page.locator("polyline.ink")
        with self.dragging((90, 130), (230, 150), "Shift"):
            expect(line).to_have_count(1)
            self.page.wait_for_function(
                """() => {
                    const { points } = document.querySelector("polyline.ink");
                    const [a, b] = [points[0], points[1]];
                    const angle = Math.atan2(b.y - a.y, b.x - a.x) * 180 / Math.PI;
                    return Math.abs(angle - 15) < 1e-3;
                }"""
            )
        self.settled()

    def test_what_hangs_over_the_sheet_is_cropped(self):
        self.click(110, 170)
        self.leaf("Paint")
        self.type_into("Stroke colour, typed", "#1B2924")
        self.type_into("Stroke width", "12")
        self.leaf("Arrange")
        self.drag((110, 170), (10, 170))
        self.settled()
        self.press("Crop to sheet")
        self.assertAlmostEqual(item_box(self.value(), "plate").left, 0.0)
        self.assertLess(seen_box(self.value(), "plate").left, -5)
        self.page.get_by_label("Crop strokes").check()
        self.press("Crop to sheet")
        for item in self.items()[:2]:
            self.assertGreaterEqual(seen_box(self.value(), item.id).left, -1e-9)

    def test_an_offset_is_dragged_typed_and_follows_its_part(self):
        self.click(110, 170)
        self.leaf("Arrange")
        self.page.get_by_text("Stroke and offset", exact=True).click()
        self.press("Expand")
        made = self.assembly()
        self.assertEqual(made.result.distance, 2 * 96 / 25.4)
        # what it was grown from shows on it
        expect(self.page.locator(f"[data-drawn='{made.id}'] > g path")).to_have_count(2)
        start = self.middle(self.page.get_by_test_id("peg-offset"))
        scale = self.spot(1, 0)[0] - self.spot(0, 0)[0]
        self.drag_from(start, (start[0] + 20 * scale, start[1]))
        self.page.mouse.up()
        self.settled()
        self.assertAlmostEqual(
            self.assembly().result.distance, made.result.distance + 20, delta=1.5
        )
        self.leaf("Form")
        self.type_into("Offset", "-12 px")
        box = box_of(contours_of(self.value(), made.id))
        self.assertAlmostEqual(box.left, 112, delta=0.01)
        self.click(122, 120)
        self.drag((122, 120), (122, 140))
        self.settled()
        after = box_of(contours_of(self.value(), made.id))
        self.assertAlmostEqual(after.top, box.top + 20, delta=0.01)
        self.page.keyboard.press("Escape")
        expect(self.page.get_by_test_id("peg-offset")).to_have_count(1)
        self.leaf("Form")
        self.press("Convert to outlines")
        self.assertIsInstance(self.value().items[made.id], Group)

    def test_the_outline_of_a_stroke_stays_adjustable(self):
        self.open(self.new_drawing(line_across()))
        self.click(150, 222)
        self.leaf("Paint")
        self.page.get_by_text("Stroke options", exact=True).click()
        self.choose("Line cap", "Butt")
        self.leaf("Arrange")
        self.page.get_by_text("Stroke and offset", exact=True).click()
        self.press("Live outline of the stroke")
        made = self.assembly()
        form = self.page.locator(f"[data-drawn='{made.id}'] path[data-item]")
        was = form.get_attribute("d")
        self.leaf("Form")
        self.type_into("Stroke width of the parts", "20")
        expect(form).not_to_have_attribute("d", was)
        # go in, dash the line, and out again: the form has a contour for each dash
        self.press("Edit contents")
        self.click(150, 222)
        self.leaf("Paint")
        self.type_into("Dashes and gaps", "30px 15 px")
        self.assertEqual(self.value().items["line"].style.strokes[0].dashes, (30, 15))
        self.assertGreater(len(contours_of(self.value(), made.id)), 3)

    def test_a_stroke_lies_inside_or_outside_its_outline(self):
        self.click(110, 170)
        self.leaf("Paint")
        self.type_into("Stroke colour, typed", "#1B2924")
        self.type_into("Stroke width", "9")
        self.page.get_by_text("Stroke options", exact=True).click()
        for where, cut in (("Inside", "clip-path"), ("Outside", "mask")):
            self.choose("Stroke position", where)
            self.settled()
            stroke = self.page.locator(f"[data-drawn=plate] path[{cut}]")
            expect(stroke).to_have_attribute("stroke-width", "24")
        self.assertEqual(self.value().items["plate"].style.strokes[0].placing, "outside")

    def test_a_slotted_bridge_and_a_tuner_plate(self):
        slots = [shape(f"slot-{k}", "rectangle", [130 + 30 * k, 90], [136 + 30 * k, 130])
                 for k in range(4)]  # fmt: skip
        bridge = shape("bridge", "rectangle", [100, 80], [250, 140])
        self.open(self.new_drawing(bridge, *slots))
        made = self.assemble("Difference")
        self.assertEqual(len(contours_of(self.value(), made.id)), 5)
        # a slot is dragged out at the edge: the bridge is open there
        self.page.keyboard.press("Escape")
        self.click(160, 85)
        self.click(163, 110)
        self.drag((163, 110), (163, 80))
        self.settled()
        self.assertEqual(len(contours_of(self.value(), made.id)), 4)
        # a plate of two forms that share an edge, with holes in a wheel
        plate = [
            shape("body", "rectangle", [100, 80], [160, 140]),
            shape("ear", "rectangle", [160, 90], [200, 130]),
            shape("hole", "ellipse", [108, 88], [116, 96]),
        ]
        told = {"kind": "make_symmetry", "items": ["hole"], "symmetry": "holes"}
        axis = {"centre": [130, 110], "count": 4}
        wheel = read_command({**told, "pattern": "wheel", "axis": axis})
        self.open(self.new_drawing(*plate, wheel))
        made = self.assemble("Union")
        self.choose(f"Operation of {self.value().items['holes'].name}", "cuts out")
        self.settled()
        loops = contours_of(self.value(), made.id)
        # no anchor where the shared edge was, but the four corners that it makes
        self.assertEqual(sorted(len(c.anchors) for c in loops), [4, 4, 4, 4, 8])

    def test_what_takes_long_says_how_far_it_is_and_is_stopped(self):
        self.open(self.new_drawing(*(scribble(f"s{k}", 190) for k in range(3))))
        self.core_is_here()
        self.page.keyboard.press("Control+a")
        self.leaf("Arrange")
        self.page.get_by_text("Stroke and offset", exact=True).click()
        self.button("Stroke to outline").hover()
        expect(self.page.get_by_text("takes more than a moment")).to_be_visible()
        self.button("Stroke to outline").click()
        working = self.page.get_by_text("takes a while")
        expect(working).to_be_visible()
        self.page.get_by_role("button", name="Stop", exact=True).click()
        expect(working).to_have_count(0)
        expect(self.page.get_by_text("Stopped.")).to_be_visible()
        self.settled()
        self.assertEqual([len(i.contours) for i in self.items()], [1, 1, 1])
        self.assertFalse(self.items()[0].contours[0].closed)

    def test_a_sweep_fuses_removes_and_takes_out(self):
        self.tool("sweep")
        expect(self.page.locator("[data-region]")).to_have_count(5)
        self.page.mouse.move(*self.spot(110, 170))
        expect(self.page.locator("[data-region].lit")).to_have_count(1)
        with self.dragging((110, 170), (160, 160)):
            expect(self.page.locator("[data-region].lit")).to_have_count(2)
        self.settled()
        undo = self.page.get_by_role("button", name="Undo")
        expect(undo).to_contain_text("Merge regions")
        self.assertEqual(len(self.items()), 4)
        expect(self.page.locator("[data-region]")).not_to_have_count(5)
        self.page.keyboard.press("Control+z")
        self.settled()
        expect(self.page.locator("[data-region]")).to_have_count(5)
        self.drag((160, 185), (160, 189), "Alt")
        self.settled()
        expect(undo).to_contain_text("Delete regions")
        self.assertLess(item_box(self.value(), "disc").bottom, 181)

    def test_a_thick_line_is_outlined_and_stroked_again_and_forms_are_offset(self):
        self.open(self.new_drawing(*badge(), line_across()))
        self.click(150, 222)
        self.leaf("Arrange")
        self.page.get_by_text("Stroke and offset", exact=True).click()
        self.button("Stroke to outline").hover()
        outlined = self.page.locator("[data-drawn=line] path[data-item]")
        expect(outlined).to_have_attribute("fill", "#1B2924")
        self.press("Stroke to outline")
        made = self.value().items["line"]
        self.assertTrue(made.contours[0].closed)
        self.assertLess(len(made.contours[0].anchors), 20)
        # the new outline is stroked in turn, and that is outlined, too
        self.leaf("Paint")
        self.type_into("Stroke colour, typed", "#C2410C")
        self.leaf("Arrange")
        self.press("Stroke to outline")
        self.assertEqual(len(self.items()), 5)
        # grown in two steps, seen before they are made
        self.click(110, 170)
        self.page.get_by_label("Stays adjustable").uncheck()
        for label, text in (("Offset by", "6"), ("Steps", "2")):
            field = self.page.get_by_role("textbox", name=label, exact=True)
            field.click()
            field.fill(text)
            field.press("Enter")
            expect(field).to_have_value(text)
        self.button("Expand").hover()
        expect(self.page.locator("[data-drawn] path[data-item]")).to_have_count(7)
        self.press("Expand")
        box = item_box(self.value(), "plate-2")
        self.assertAlmostEqual(box.left, 100 - 12, delta=0.01)
