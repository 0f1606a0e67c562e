"""What the hand reaches: leaves, the action line, the finder, keys; panels and small windows."""

from buildup.drawing.itemtypes import Layer
from buildup.drawing.paint import Shadow, Style
from buildup.drawing.sheet import Guide
from buildup.edits.paint.styling import SetEffects
from buildup.edits.shapes.shaping import DrawShape
from buildup.edits.sheet.guides import AddGuide
from playwright.sync_api import expect

from core.tests.thorough import some
from e2e.base import BrowserTest

FILLED = Style(fill="#D9B382")


def shape(item, start, to, kind="rectangle", **dials):
    return DrawShape(
        item=item, shape=kind, start=start, to=to, called=item, dials=dials, style=FILLED
    )


class ReachTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.open(
            self.new_drawing(
                shape("plate", (60.0, 60.0), (160.0, 140.0)),
                shape("knob", (120.0, 100.0), (220.0, 200.0), "ellipse"),
            )
        )
        self.core_is_here()

    def key(self, keys):
        self.page.keyboard.press(keys)

    def line(self):
        return self.page.get_by_role("toolbar", name="Actions")

    def names(self):
        """Of all items, containers before what they hold."""
        value = self.value()
        held = (value.items[i] for i in value.tree.below())
        return [i.name for i in held if not isinstance(i, Layer)]

    def find(self, text):
        self.key("Control+k")
        self.page.get_by_test_id("finder").fill(text)
        return self.page.get_by_role("listbox", name="Found").get_by_role("option")

    def steps(self):
        return [s.name for s in self.row.steps.order_by("number")]


class LeavesTest(ReachTest):
    def test_one_item_and_several_have_their_leaves_and_keys_turn_them(self):
        tab = self.page.get_by_role("tab", selected=True, name="Form")
        self.click(80, 80)
        expect(tab).to_be_visible()
        expect(self.page.get_by_role("textbox", name="Corner radius", exact=True)).to_be_visible()
        self.key("8")
        expect(self.page.get_by_label("Fill colour", exact=True)).to_be_visible()
        self.key("Control+a")
        expect(self.page.get_by_role("tab", name="Arrange", selected=True)).to_be_visible()
        self.key("7")
        expect(self.page.get_by_role("textbox", name="Width", exact=True)).to_be_visible()
        self.key("Escape")
        self.click(80, 80)
        expect(self.page.get_by_role("tab", name="Paint", selected=True)).to_be_visible()
        self.page.reload()
        self.settled()
        self.key("Control+a")
        expect(self.page.get_by_role("tab", name="Form", selected=True)).to_be_visible()

    def test_the_most_used_acts_are_seen_without_scrolling(self):
        self.key("Control+a")
        seen = self.page.evaluate(
            """() => [...document.querySelectorAll("[data-testid^=act-]")].filter((e) => {
                const { left, top, width, height } = e.getBoundingClientRect();
                const at = document.elementFromPoint(left + width / 2, top + height / 2);
                return e.contains(at);
            }).map((e) => e.dataset.testid.slice(4))"""
        )
        most = {
            *("union", "difference", "intersection", "exclusion", "partition", "group"),
            *("align_left", "align_centre", "align_middle", "align_top"),
            *("distribute_horizontally", "distribute_vertically"),
        }
        self.assertEqual(most - set(seen), set())

    def test_nothing_moves_away_from_under_a_button_that_shows_what_it_does(self):
        self.click(80, 80)
        expect(self.page.get_by_test_id("peg-radius")).to_be_visible()
        for place in (self.properties(), self.line()):
            button = place.get_by_role("button", name="Convert to outlines")
            button.hover()
            expect(self.page.get_by_test_id("peg-radius")).to_have_count(0)  # it shows
            expect(self.properties().get_by_role("region", name="Dials")).to_be_visible()
            expect(button).to_be_visible()
            self.page.mouse.move(600, 600)
            expect(self.page.get_by_test_id("peg-radius")).to_be_visible()
        self.properties().get_by_role("button", name="Convert to outlines").hover()
        expect(self.page.get_by_test_id("peg-radius")).to_have_count(0)
        self.page.mouse.down()
        self.page.mouse.up()
        self.steps_come_to(3)
        self.assertEqual(self.steps()[-1], "Convert plate to outlines")

    def test_every_button_stays_where_it_is_while_it_shows_what_it_does(self):
        def stay(leaf):
            self.leaf(leaf)
            buttons = self.properties().locator("button:enabled:visible").all()
            for button in some(buttons, every=2):
                button.scroll_into_view_if_needed()
                before = button.bounding_box()
                button.hover()
                self.page.wait_for_timeout(80)  # its answer comes within a few
                self.assertEqual(button.bounding_box(), before)
            self.page.mouse.move(600, 600)

        self.key("Control+a")
        stay("Arrange")
        self.click(80, 80)
        self.key("Shift+w")
        self.steps_come_to(3)
        self.key("w")
        expect(self.page.get_by_test_id("anchor-0").first).to_be_visible()  # else it is a segment
        self.click(60, 60)
        expect(self.page.get_by_text("Anchor 1 of 4", exact=True)).to_be_visible()
        stay("Form")

    def test_a_folded_section_says_what_it_holds(self):
        self.click(80, 80)
        self.key("8")
        self.page.get_by_role("button", name="Shadow", exact=True).click()
        self.settled()
        self.type_into("Opacity", "80")
        fold = self.page.locator("summary", has_text="Opacity and effects")
        expect(fold).to_have_text("Opacity and effects")
        fold.click()
        expect(fold).to_contain_text("80 %, shadow")


class ActionLineTest(ReachTest):
    def test_what_is_offered_follows_what_is_selected_and_shows_before_it_is_done(self):
        line = self.line()
        expect(line.get_by_role("button", name="Import…")).to_be_visible()
        self.click(80, 80)
        expect(line.get_by_role("button", name="Convert to outlines")).to_be_visible()
        self.key("Control+a")
        union = line.get_by_role("button", name="Union", exact=True)
        path = self.page.locator("path[data-item]").first
        was = path.get_attribute("d")
        union.hover()
        expect(self.page.locator("path[data-item]").first).not_to_have_attribute("d", was)
        self.page.mouse.move(640, 500)
        expect(self.page.locator("path[data-item]").first).to_have_attribute("d", was)
        union.click()
        self.settled()
        self.assertEqual(self.names()[0], "Union 1")
        self.assertEqual(self.steps()[-1], "Union of 2 items")
        line.get_by_role("button", name="Edit contents").click()
        expect(line.get_by_role("button", name="Done with contents")).to_be_visible()
        self.key("Escape")
        line.get_by_role("button", name="Convert to outlines").click()
        self.settled()
        self.assertEqual(self.names(), ["Outline 1"])
        self.assertEqual(self.steps()[-1], "Convert Union 1 to outlines")
        self.key("w")
        self.page.mouse.click(*self.spot(60, 60))
        for kind in ("Corner", "Smooth", "Symmetric", "Flowing"):
            expect(line.get_by_role("button", name=kind, exact=True)).to_be_visible()

    def test_acts_that_have_no_room_are_left_out(self):
        self.key("Control+a")
        many = self.line().get_by_role("button").count()
        self.page.set_viewport_size({"width": 1024, "height": 700})
        expect(self.line().get_by_role("button")).not_to_have_count(many)
        self.page.set_viewport_size({"width": 1280, "height": 800})
        expect(self.line().get_by_role("button")).to_have_count(many)


class FinderTest(ReachTest):
    def test_by_what_the_trade_calls_it_with_reasons_and_recent_ones(self):
        rows = self.find("weld")
        expect(rows.first).to_contain_text("Union")
        expect(rows.first).to_contain_text("Select two or more items")
        self.key("Enter")  # it cannot be done: nothing is
        self.assertEqual(len(self.steps()), 2)
        self.key("Escape")
        self.key("Control+a")
        rows = self.find("weld")
        expect(rows.first).to_contain_text("Shift A")
        self.key("Enter")
        self.settled()
        self.assertEqual(self.steps()[-1], "Union of 2 items")
        self.key("/")
        rows = self.page.get_by_role("listbox", name="Found").get_by_role("option")
        expect(rows.first).to_contain_text("Union")  # it was done last
        self.page.get_by_test_id("finder").fill("nothing has this name")
        expect(self.page.get_by_text("Nothing is called that")).to_be_visible()

    def test_every_act_of_the_settings_is_found_here(self):
        self.page.get_by_test_id("settings").click()
        listed = self.page.get_by_role("list", name="Actions and their keys")
        expect(listed.get_by_text("Union", exact=True)).to_be_visible()
        labels = listed.locator("li .label").all_inner_texts()
        self.assertGreater(len(labels), 150)
        self.key("Escape")
        expect(listed).to_have_count(0)
        rows = self.find("")
        field = self.page.get_by_test_id("finder")
        for label in some(labels, every=6):
            field.fill(label)
            named = rows.filter(has_text=label)
            expect(named.first, label).to_be_visible()
            expect(rows.first).to_have_attribute("aria-selected", "true")
            self.assertGreaterEqual(rows.first.bounding_box()["height"], 24, label)

    def shows(self, *, wider):
        """The plate shows rotated, and so wider than it is, or as it is."""
        width = 100 * (self.spot(1, 0)[0] - self.spot(0, 0)[0])
        self.page.wait_for_function(
            """([width, wider]) => {
                const path = document.querySelector("path[data-item=plate]");
                return path.getBoundingClientRect().width > width * 1.1 === wider;
            }""",
            arg=[width, wider],
        )

    def test_a_number_is_shown_while_it_is_typed_and_done_at_once(self):
        self.click(80, 80)
        rows = self.find("rotate 30")
        expect(rows.first).to_contain_text("Rotate by 30")
        self.shows(wider=True)
        self.key("Escape")
        self.shows(wider=False)
        self.find("rotate 30")
        self.shows(wider=True)
        self.key("Enter")
        self.settled()
        self.assertEqual(self.steps()[-1], "Rotate plate")
        frame = self.page.get_by_role("textbox", name="Angle", exact=True)
        expect(frame).to_have_value("30")
        rows = self.find("width")
        self.key("Enter")  # it waits for a number
        expect(self.page.get_by_test_id("finder")).to_have_value("Width ")
        self.page.get_by_test_id("finder").fill("corner radius 8 px")
        expect(rows.first).to_contain_text("Corner radius 8 px")
        self.key("Enter")
        self.settled()
        self.assertEqual(self.steps()[-1], "Change corner radius of plate")
        self.find("copies 4")
        expect(self.page.locator("path[data-item]")).to_have_count(5)
        self.key("Enter")
        self.settled()
        self.assertEqual(len(self.names()), 5)

    def test_tools_shapes_items_and_settings_are_found_too(self):
        self.find("fillet")
        self.key("Escape")
        self.find("heart")
        self.key("Enter")
        self.drag((250, 40), (320, 110))
        self.assertTrue(any(n.startswith("Heart") for n in self.names()))
        self.find("eyedropper")
        self.key("Enter")
        expect(self.page.get_by_test_id("tool-sample")).to_have_attribute("aria-pressed", "true")
        rows = self.find("plate")
        expect(rows.first).to_contain_text("Layers › Layer 1")
        self.key("Enter")
        expect(self.page.get_by_role("heading", name="plate")).to_be_visible()
        rows = self.find("grid")
        expect(rows.first).to_contain_text("Grid")
        self.key("Enter")
        self.settled()
        self.assertTrue(self.value().sheet.grid.shown)


class KeysTest(ReachTest):
    def test_combining_turning_and_locking_by_key(self):
        self.key("Control+a")
        self.key("Shift+d")
        self.settled()
        self.assertEqual(self.names()[0], "Intersection 1")
        self.key("Control+z")
        self.settled()
        self.click(80, 80)
        self.key("Shift+r")
        self.settled()
        self.assertEqual(self.steps()[-1], "Rotate plate")
        self.key("Shift+w")
        self.settled()
        self.assertEqual(self.steps()[-1], "Convert plate to outlines")
        self.key("Shift+l")
        self.settled()
        self.assertEqual(self.steps()[-1], "Lock plate")

    def test_what_a_key_cannot_do_it_says(self):
        self.key("Shift+a")
        expect(self.page.get_by_text("Union: select two or more items.")).to_be_visible()
        self.assertEqual(len(self.steps()), 2)


class PanelsTest(ReachTest):
    def setUp(self):
        super().setUp()
        self.addCleanup(self.page.set_viewport_size, {"width": 1280, "height": 800})

    def box(self, locator):
        return locator.bounding_box()

    def test_edges_are_dragged_moved_by_keys_and_remembered(self):
        edge = self.page.get_by_role("separator", name="Width of Properties")
        at = self.middle(edge)
        self.drag_from(at, (at[0] - 80, at[1]))
        self.page.mouse.up()
        expect(edge).to_have_attribute("aria-valuenow", "356")
        dock = self.page.get_by_role("separator", name="Height of the dock")
        dock.focus()
        self.key("ArrowUp")
        expect(dock).to_have_attribute("aria-valuenow", "144")
        self.page.reload()
        self.settled()
        self.assertEqual(self.box(self.properties())["width"], 356)
        self.assertEqual(self.box(self.page.get_by_label("Dock", exact=True))["height"], 144)
        self.drag_from(self.middle(edge), (200, 300))
        self.page.mouse.up()
        expect(edge).to_have_attribute("aria-valuenow", "420")
        edge.dblclick()
        expect(edge).to_have_attribute("aria-valuenow", "276")

    def test_nothing_overlaps_in_the_smallest_window(self):
        self.page.set_viewport_size({"width": 1024, "height": 700})
        places = [
            self.page.get_by_label("Tools", exact=True),
            self.page.get_by_test_id("canvas"),
            self.properties(),
            self.page.get_by_label("Dock", exact=True),
            self.page.get_by_test_id("status"),
        ]
        boxes = [self.box(p) for p in places]
        for n, a in enumerate(boxes):
            for b in boxes[n + 1 :]:
                across = min(a["x"] + a["width"], b["x"] + b["width"]) - max(a["x"], b["x"])
                down = min(a["y"] + a["height"], b["y"] + b["height"]) - max(a["y"], b["y"])
                self.assertLessEqual(min(across, down), 1)

    def test_at_twice_the_size_the_canvas_keeps_half_of_the_window(self):
        self.page.set_viewport_size({"width": 640, "height": 400})
        canvas = self.page.get_by_test_id("canvas")
        expect(self.properties()).not_to_be_visible()
        box = self.box(canvas)
        self.assertGreaterEqual(box["width"] * box["height"], 640 * 400 / 2)
        wide = self.page.evaluate("document.documentElement.scrollWidth")
        self.assertLessEqual(wide, 640)
        self.key("Control+a")
        self.page.get_by_role("button", name="Properties").click()
        expect(self.properties().get_by_role("button", name="Union")).to_be_visible()
        self.page.get_by_role("button", name="Properties").click()
        expect(self.properties()).not_to_be_visible()
        self.page.get_by_role("button", name="Tools").click()
        self.tool("pen")
        expect(self.page.get_by_test_id("tool-pen")).not_to_be_visible()


class MarksTest(BrowserTest):
    def test_every_mark_of_a_small_gear_can_be_taken(self):
        self.open(self.new_drawing(shape("gear", (60.0, 60.0), (104.0, 104.0), "gear")))
        self.core_is_here()
        self.click(70, 82)
        marks = self.page.locator("[data-testid^=peg-], [data-testid^=grip-], [data-testid=pivot]")
        expect(self.page.get_by_test_id("peg-teeth")).to_be_visible()
        names = [m.get_attribute("data-testid") for m in marks.all()]
        self.assertGreater(len([n for n in names if n.startswith("peg-")]), 3)
        taken = self.page.evaluate(
            """() => [...document.querySelectorAll(
                "[data-testid^=peg-], [data-testid^=grip-], [data-testid=pivot]"
            )].map((e) => {
                const { left, top, width, height } = e.getBoundingClientRect();
                const at = document.elementFromPoint(left + width / 2, top + height / 2);
                return at?.closest("[data-testid]")?.dataset.testid;
            })"""
        )
        self.assertEqual(taken, names)
        peg = self.middle(self.page.get_by_test_id("peg-teeth"))
        before = self.items()[0].dials["teeth"]
        self.drag_from(peg, (peg[0] - 12, peg[1] + 9))
        self.page.mouse.up()
        self.settled()
        self.assertNotEqual(self.items()[0].dials["teeth"], before)
        self.assertTrue(self.row.steps.last().name.startswith("Change teeth of gear"))

    def test_a_shadow_steps_off_the_frame_and_guides_at_one_place_have_grips(self):
        self.open(
            self.new_drawing(
                shape("plate", (60.0, 60.0), (160.0, 140.0)),
                SetEffects(items=("plate",), effects=(Shadow(by=55 + 45j),)),
                *(AddGuide(guide=Guide(id=g, x=0, y=220, angle=0)) for g in "ab"),
            )
        )
        self.core_is_here()
        self.click(110, 100)
        corner = self.middle(self.page.get_by_test_id("grip-se"))
        shadow = self.middle(self.page.get_by_test_id("peg-shadow-0"))
        self.assertGreaterEqual(abs(complex(*shadow) - complex(*corner)), 15)
        self.drag_from(shadow, (shadow[0] + 40, shadow[1]))
        self.page.mouse.up()
        self.steps_come_to(5)
        (plate,) = self.items()
        moved = plate.style.finish.effects[0].by - (55 + 45j)
        scale = self.spot(1, 0)[0] - self.spot(0, 0)[0]
        self.assertAlmostEqual(moved, 40 / scale, delta=6 / scale)
        self.tool("guide")
        grips = self.page.get_by_test_id("guide-grip")
        expect(grips).to_have_count(2)
        at = self.middle(grips.last)
        self.drag_from(at, (at[0], at[1] + 40))
        self.page.mouse.up()
        self.steps_come_to(6)
        first, second = self.value().sheet.guides
        self.assertEqual(first.y, 220)
        self.assertGreater(second.y, 235)
        expect(grips).to_have_count(0)
