"""Placing, turning, lining up, copying and choosing items, by mouse and by keyboard."""

import itertools

from buildup.drawing.itemtypes import Outline, Shape
from buildup.drawing.model import FIRST_LAYER
from buildup.edits.apply import read_command
from buildup.forms.contours import item_box
from buildup.forms.frames import own_standing
from buildup.forms.seen import seen_box
from buildup.view.drawables import drawable
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle
from e2e.test_stack import three

SVG = '<svg xmlns="http://www.w3.org/2000/svg">{}</svg>'


def triangle(item="tri"):
    places = [[300, 40], [360, 40], [330, 90]]
    path = {"anchors": [{"at": p} for p in places], "closed": True}
    painted = {"fill": "#E7D8BF", "stroke": "#1B2924", "stroke_width": 2}
    return read_command({"kind": "add_outline", "item": item, "contours": [path], "style": painted})


class ArrangingTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.open(self.new_drawing(*three(), triangle()))

    def key(self, *names):
        for name in names:
            self.page.keyboard.press(name)
        self.settled()

    def pick(self, *places):
        self.click(*places[0])
        for place in places[1:]:
            self.page.keyboard.down("Shift")
            self.click(*place)
            self.page.keyboard.up("Shift")

    def unfold(self, heading):
        self.page.get_by_text(heading, exact=True).click()

    def press(self, name, **how):
        self.properties().get_by_role("button", name=name, exact=True, **how).click()
        self.settled()

    def middle_of(self, item):
        return item_box(self.value(), item).centre

    def new_ones(self, *known):
        return [i for i in self.items() if i.id not in {"a", "b", "c", "tri", *known}]

    def grip(self, name):
        return self.middle(self.page.get_by_test_id(f"grip-{name}"))

    def lies_at(self, mark, place):
        """A mark has come to what it met."""
        for _ in range(50):
            if abs(complex(*self.middle(mark)) - complex(*self.spot(*place))) < 1:
                return
            self.page.wait_for_timeout(100)
        self.fail("The mark does not lie there.")

    def drag_mark(self, start, to, *keys):
        self.drag_from(start, to, *keys)
        self.page.mouse.up()
        for key in keys:
            self.page.keyboard.up(key)
        self.settled()

    def warn(self, words):
        expect(self.page.locator(".notices")).to_contain_text(words)

    def shows(self, count):
        """So many items are drawn, and all is kept."""
        expect(self.page.locator("[data-item]")).to_have_count(count)
        self.settled()


class PlacingTest(ArrangingTest):
    def setUp(self):
        super().setUp()
        self.core_is_here()

    def test_the_pivot_is_set_on_an_anchor_and_stays_for_the_next_turn(self):
        self.pick((50, 130))
        pivot = self.page.get_by_test_id("pivot")
        rest = self.middle(pivot)
        self.drag_mark(rest, tuple(v + 3 for v in self.spot(300, 40)))
        expect(pivot).to_have_attribute("data-set", "true")
        self.lies_at(pivot, (300, 40))
        before = self.middle_of("a")
        self.press("Rotate 90° right")
        self.assertAlmostEqual(self.middle_of("a"), 300 + 40j + (before - 300 - 40j) * 1j)
        self.pick((150, 130))
        self.press("Rotate 90° left")  # it has stayed, on another item
        turned = 300 + 40j - (150 + 130j - 300 - 40j) * 1j
        self.assertAlmostEqual(self.middle_of("b"), turned)
        self.press("Reset")
        expect(pivot).to_have_attribute("data-set", "false")

    def test_turning_about_a_corner_feels_level_and_shows_the_angle(self):
        self.pick((50, 130))
        self.page.get_by_test_id("spot-nw").click()
        box = self.page.get_by_test_id("turn").bounding_box()
        start = (box["x"] + box["width"] / 2 + 11.4, box["y"] + box["height"] / 2 - 11.4)
        about = self.spot(20, 100)
        ray = complex(start[0] - about[0], start[1] - about[1])
        to = ray * complex(0.715, 0.70)  # near 45°
        self.drag_from(start, (about[0] + to.real, about[1] + to.imag))
        expect(self.page.get_by_test_id("bubble")).to_have_text("45°")
        self.page.mouse.up()
        self.settled()
        frame = own_standing(self.value().items["a"])
        self.assertAlmostEqual(frame.angle, 45)
        self.assertAlmostEqual(frame.spot("nw"), 20 + 100j)

    def test_sizes_are_typed_one_by_one_locked_together_and_as_shares(self):
        self.pick((50, 130))
        self.page.get_by_test_id("spot-nw").click()
        self.type_into("Width", "/2")
        self.type_into("Height", "50%")
        box = item_box(self.value(), "a")
        self.assertAlmostEqual(complex(box.width, box.height), 30 + 30j)
        self.press("Link width and height")
        self.type_into("Width", "45")
        box = item_box(self.value(), "a")
        self.assertAlmostEqual(complex(box.width, box.height), 45 + 45j)
        self.assertAlmostEqual(complex(box.left, box.top), 20 + 100j)
        self.type_into("Top left x", "30")
        self.assertAlmostEqual(item_box(self.value(), "a").left, 30)

    def test_a_side_leans_with_ctrl_and_dials_stay(self):
        self.pick((50, 130))
        x, y = self.grip("n")
        self.drag_mark((x, y), (x + 40, y), "Control")
        item = self.value().items["a"]
        self.assertIsInstance(item, Shape)
        self.assertGreater(own_standing(item).lean, 10)
        self.assertAlmostEqual(own_standing(item).spot("s"), 50 + 160j)
        self.key("Control+z")
        self.assertAlmostEqual(own_standing(self.value().items["a"]).lean, 0)

    def test_a_group_and_an_item_are_flipped_turned_and_moved_by_numbers_as_one(self):
        self.pick((50, 130), (150, 130))
        self.key("Control+g")
        self.pick((50, 130), (330, 50))
        before = [self.middle_of(i) for i in ("a", "b", "tri")]
        self.leaf("Form")
        self.press("Flip horizontal")
        self.leaf("Arrange")
        after = [self.middle_of(i) for i in ("a", "b", "tri")]
        for one, other in zip(before, after, strict=True):
            self.assertAlmostEqual(one.real + other.real, 380)
        self.unfold("Move, rotate and scale by")
        self.type_into("Rotate by", "30")
        field = self.page.get_by_role("textbox", name="Move angle", exact=True)
        field.fill("90")
        field.press("Enter")
        self.type_into("Distance", "20")
        self.type_into("Scale width", "50")
        self.type_into("Horizontal shear", "10")
        steps = [s.name for s in self.row.steps.order_by("number")]
        names = [
            "Flip 2 items",
            "Rotate 2 items",
            "Move 2 items",
            "Resize 2 items",
            "Shear 2 items",
        ]
        self.assertEqual(steps[-5:], names)

    def test_strokes_and_radii_grow_where_that_is_chosen(self):
        self.pick((50, 130))
        self.page.get_by_label("Scale strokes and corner radii").click()
        x, y = self.grip("se")
        to = self.spot(140, 220)
        self.drag_mark(
            (x, y), (to[0] + x - self.spot(80, 160)[0], to[1] + y - self.spot(80, 160)[1])
        )
        width = self.value().items["a"].style.strokes[0].width
        self.assertAlmostEqual(width, 4, delta=0.2)

    def test_nothing_and_far_too_much_are_refused_in_a_sentence(self):
        self.pick((50, 130))
        self.leaf("Arrange")
        self.unfold("Move, rotate and scale by")
        before = self.items()
        for label, text, words in (
            ("Scale width", "0", "nothing would be left"),
            ("Scale height", "100000000", "is far too large"),
            ("Vertical shear", "90", "from −85° to 85°"),
        ):
            field = self.page.get_by_role("textbox", name=label, exact=True)
            field.fill(text)
            field.press("Enter")
            self.warn(words)
        self.settled()
        self.assertEqual(self.items(), before)


class AligningTest(ArrangingTest):
    starts_at = "Arrange"

    def test_by_what_is_seen_with_the_one_clicked_last_shown_before(self):
        self.pick((50, 130))
        self.leaf("Paint")
        self.type_into("Stroke width", "24 px")
        self.pick((50, 130), (150, 130), (330, 50))
        self.choose("Align to", "Item clicked last")
        expect(self.page.get_by_test_id("stays")).to_be_visible()
        self.page.get_by_label("Include strokes").click()
        kept = self.value().items["tri"]
        button = self.page.get_by_role("button", name="Align bottom", exact=True)
        button.hover()
        path = self.page.locator('[data-item="a"]')
        before = self.value().items["a"]
        expect(path).not_to_have_attribute("d", self.path_of("a"))  # shown before it is done
        self.assertEqual(self.value().items["a"], before)
        button.click()
        self.settled()
        value = self.value()
        self.assertEqual(value.items["tri"], kept)
        lowest = seen_box(value, "tri").bottom
        for item in ("a", "b"):
            self.assertAlmostEqual(seen_box(value, item).bottom, lowest)
        self.assertNotAlmostEqual(item_box(value, "a").bottom, item_box(value, "b").bottom, 3)

    def path_of(self, item):
        return drawable(self.value(), item).path

    def test_gaps_are_made_equal_and_typed(self):
        self.pick((50, 130), (150, 130), (250, 130), (330, 50))
        self.press("Horizontal: Distribute horizontally")
        boxes = [item_box(self.value(), i) for i in ("a", "b", "c", "tri")]
        gaps = [b.left - a.right for a, b in itertools.pairwise(boxes)]
        self.assertAlmostEqual(gaps[0], gaps[1])
        self.assertAlmostEqual(gaps[1], gaps[2])
        self.type_into("Horizontal spacing", "15")
        boxes = [item_box(self.value(), i) for i in ("a", "b", "c", "tri")]
        self.assertAlmostEqual(boxes[3].left - boxes[2].right, 15)

    def test_one_item_goes_to_the_sheet_and_to_a_guide(self):
        self.pick((50, 130))
        self.press("Centre: Align centres")
        self.assertAlmostEqual(self.middle_of("a").real, 200)
        self.page.mouse.move(300, 75)  # the ruler above
        self.drag_from(self.middle(self.page.get_by_test_id("ruler-across")), self.spot(200, 250))
        self.page.mouse.up()
        self.settled()
        self.tool("select")
        self.pick((200, 130))
        self.page.get_by_label("Align to", exact=True).click()
        self.page.get_by_role("option", name="Guide").click()
        self.press("Align bottom")
        self.assertAlmostEqual(item_box(self.value(), "a").bottom, 250, delta=1)


class CopiesTest(ArrangingTest):
    starts_at = "Arrange"

    def setUp(self):
        super().setUp()
        self.core_is_here()

    def test_alt_drag_leaves_the_original_and_j_does_it_once_more(self):
        self.pick((50, 130))
        self.drag((50, 130), (62, 172), "Alt")
        self.key("j", "j")
        new = self.new_ones()
        self.assertEqual(len(new), 3)
        self.assertEqual(self.middle_of("a"), 50 + 130j)
        places = [own_standing(i).centre for i in new]
        step = places[0] - 50 - 130j
        self.assertAlmostEqual(step, 12 + 42j, delta=2)
        for n, place in enumerate(places, start=1):
            self.assertAlmostEqual(place, 50 + 130j + n * step)
        self.assertEqual({i.name for i in new}, {"a"})

    def test_a_ring_of_twelve_is_typed_then_dragged_and_made_in_one_step(self):
        self.pick((330, 50))
        self.unfold("Row, ring, grid of copies")
        self.page.get_by_test_id("copies-ring_of_copies").click()
        self.type_draft("Count", "12")
        expect(self.page.locator("[data-item]")).to_have_count(4 + 11)
        self.type_draft("Ring radius", "40")
        centre = self.page.get_by_test_id("copies-centre")
        expect(centre).to_have_attribute("data-value", "40")
        self.drag_from(self.middle(centre), self.spot(200, 200))
        self.page.mouse.up()
        self.assertEqual(len(self.items()), 4)
        self.press("Create 12 copies")
        value = self.value()
        new = self.new_ones()
        self.assertEqual(len(new), 11)
        for item in new:
            away = abs(value.items[item.id].contours[0].anchors[0].at - 200 - 200j)
            self.assertAlmostEqual(away, abs(300 + 40j - 200 - 200j), delta=2)
        self.key("Control+z")
        self.assertEqual(len(self.items()), 4)

    def type_draft(self, label, text):
        field = self.page.get_by_role("textbox", name=label, exact=True)
        field.fill(text)
        field.press("Enter")

    def test_rows_and_grids_by_pegs_and_escape_leaves_them(self):
        self.pick((50, 130))
        self.unfold("Row, ring, grid of copies")
        self.page.get_by_test_id("copies-row_of_copies").click()
        peg = self.page.get_by_test_id("copies-step")
        self.drag_from(self.middle(peg), (self.middle(peg)[0] + 10, self.middle(peg)[1] + 60))
        self.page.mouse.up()
        self.key("Escape")
        expect(peg).to_have_count(0)
        expect(self.page.locator("[data-item]")).to_have_count(4)
        self.page.get_by_test_id("copies-grid_of_copies").click()
        self.type_draft("Columns", "2")
        self.type_draft("Rows", "2")
        self.type_draft("Vertical spacing", "-70")
        expect(self.page.get_by_role("button", name="Create 4 copies")).to_be_visible()
        self.page.get_by_test_id("canvas").hover()
        self.key("Enter")
        new = [own_standing(i).centre - 50 - 130j for i in self.new_ones()]
        self.assertEqual([p.imag for p in new], [0, -70, -70])

    def test_ten_thousand_of_many_are_refused_before_they_are_made(self):
        self.key("Control+a")
        self.unfold("Row, ring, grid of copies")
        self.page.get_by_test_id("copies-row_of_copies").click()
        self.type_draft("Count", "10000")
        expect(self.page.get_by_role("alert")).to_contain_text("one edit makes up to 20,000")
        expect(self.page.get_by_role("button", name="Create 10000 copies")).to_be_disabled()
        self.assertEqual(len(self.items()), 4)


class ClipboardTest(ArrangingTest):
    def clip(self, text):
        self.page.evaluate("text => navigator.clipboard.writeText(text)", text)

    def test_two_outlines_go_from_one_drawing_into_another(self):
        self.pick((330, 50))
        self.key("Control+d")
        self.drag((340, 60), (340, 220))
        self.pick((330, 50), (340, 215))
        self.key("Control+c")
        self.page.wait_for_function(
            "async () => (await navigator.clipboard.readText()).includes('<svg')"
        )
        forms = [i.contours for i in self.items() if isinstance(i, Outline)]
        other = self.new_drawing(rectangle("r", (10, 10), (30, 30)))
        self.open(other)
        self.key("Control+Shift+v")  # in their place
        self.shows(3)
        found = [i for i in self.items() if isinstance(i, Outline)]
        self.assertEqual([i.contours for i in found], forms)
        self.page.mouse.move(*self.spot(100, 200))
        self.key("Control+v")  # at the pointer
        self.shows(5)
        value = self.value()
        new = [i for i in value.order if i not in {"r", *(f.id for f in found)}]
        self.assertEqual(len(new), 2)
        boxes = [item_box(value, i) for i in new]
        left, right = min(b.left for b in boxes), max(b.right for b in boxes)
        self.assertAlmostEqual((left + right) / 2, 100, delta=1)
        selected = self.page.locator("[data-card][aria-pressed=true]")
        expect(selected).to_have_count(2)

    def test_cut_and_paste_into_the_group_one_works_in(self):
        self.pick((50, 130), (150, 130))
        self.key("Control+g")
        self.pick((330, 50))
        self.key("Control+x")
        self.shows(3)
        self.assertEqual(len(self.items()), 3)
        self.page.mouse.dblclick(*self.spot(50, 130))
        self.key("Control+v")
        self.shows(4)
        value = self.value()
        group = value.tree.children(FIRST_LAYER)[0]
        names = [value.items[i].name for i in value.tree.children(group)]
        self.assertEqual(names, ["a", "b", "Outline 4"])

    def test_svg_of_other_programs_comes_in_and_scripts_stay_out(self):
        self.clip(
            SVG.format('<script>1</script><circle r="20" fill="tan"/><rect width="9" height="5"/>')
        )
        self.page.mouse.move(*self.spot(200, 220))
        self.key("Control+v")
        expect(self.page.get_by_test_id("import-report")).to_contain_text("scripts")
        self.shows(6)
        new = self.new_ones()
        self.assertEqual([i.name for i in new], ["Circle", "Rect"])
        self.assertEqual(new[0].style.fill, "#D2B48C")

    def test_nonsense_is_refused_and_nothing_changes(self):
        before = self.items()
        for text, words in (
            ("Hollowreed Strings", "neither SVG nor a copied item"),
            ("<!DOCTYPE a [<!ENTITY b 'c'>]>" + SVG.format("&b;"), "declares entities"),
            (SVG.format("<path d='M0 0H9'/>" * 60_000), "too many elements"),
            (SVG.format("<g>" + " " * 7_000_000), "pasted at once (6 million"),
        ):
            self.clip(text)
            self.key("Control+v")
            self.warn(words)
        self.assertEqual(self.items(), before)

    def test_where_the_clipboard_is_barred_copies_go_between_drawings_all_the_same(self):
        self.page.evaluate(
            "() => { navigator.clipboard.write = () => Promise.reject(new Error('barred')); }"
        )
        self.addCleanup(self.page.evaluate, "() => { delete navigator.clipboard.write; }")
        self.pick((330, 50))
        self.key("Control+c")
        self.warn("blocks the clipboard")
        other = self.new_drawing()
        self.open(other)
        self.clip("something else")
        self.key("Control+Shift+v")
        self.shows(1)
        self.assertEqual(len(self.items()), 1)


class ChoosingTest(ArrangingTest):
    starts_at = "Arrange"

    def setUp(self):
        super().setUp()
        self.pick((50, 130))
        self.page.keyboard.press("Control+d")  # a second one over the first
        self.settled()
        self.above = self.new_ones()[0].id

    def selected(self):
        return self.page.locator("[data-card][aria-pressed=true]").evaluate_all(
            "cards => cards.map((c) => c.dataset.card)"
        )

    def test_p_goes_through_the_pile_and_lists_it(self):
        self.page.mouse.move(*self.spot(60, 140))
        self.key("p")
        expect(self.page.locator("[data-card=a][aria-pressed=true]")).to_have_count(1)
        self.key("p")
        expect(self.page.locator("[data-card=a][aria-pressed=true]")).to_have_count(0)
        self.assertEqual(self.selected(), [self.above])
        self.page.keyboard.down("p")
        listed = self.page.get_by_test_id("pile")
        expect(listed.locator("li")).to_have_count(2)
        self.page.keyboard.up("p")
        expect(listed).to_have_count(0)

    def test_locked_items_say_so_where_one_looks_and_are_freed_there(self):
        self.page.get_by_role("button", name="Lock a").last.click()
        self.settled()
        self.page.mouse.move(*self.spot(85, 165))  # only the locked one reaches here
        expect(self.page.get_by_test_id("beneath")).to_contain_text("1 locked item here")
        self.page.keyboard.down("p")
        self.page.get_by_test_id("pile").get_by_text("click to unlock").click()
        self.page.keyboard.up("p")
        self.settled()
        self.assertFalse(self.value().items[self.above].locked)

    def test_a_box_takes_what_it_touches_or_with_alt_what_it_holds(self):
        self.drag((110, 90), (230, 170))
        expect(self.page.locator("[data-card][aria-pressed=true]")).to_have_count(2)
        self.assertEqual(self.selected(), ["b", "c"])
        self.drag((110, 90), (230, 170), "Alt")
        expect(self.page.locator("[data-card][aria-pressed=true]")).to_have_count(1)
        self.assertEqual(self.selected(), ["b"])

    def test_the_same_and_all_others(self):
        self.pick((150, 130))
        self.leaf("Paint")
        self.type_into("Stroke width", "5 px")
        self.pick((250, 130))
        self.type_into("Stroke width", "5 px")
        self.leaf("Arrange")
        self.unfold("Select more")
        self.press("Select same stroke width")
        expect(self.page.locator("[data-card][aria-pressed=true]")).to_have_count(2)
        self.key("Control+i")
        expect(self.page.locator("[data-card][aria-pressed=true]")).to_have_count(3)
        self.assertEqual(set(self.selected()), {"a", "tri", self.above})

    def test_order_by_key_by_menu_and_beside_a_clicked_item(self):
        order = ["a", "b", "c", "tri", self.above]
        self.pick((23, 157))
        self.key("Alt+Shift+ArrowUp")
        self.assertEqual(list(self.value().order), [*order[1:], "a"])
        self.key("Alt+ArrowDown")
        self.assertEqual(list(self.value().order), [*order[1:4], "a", self.above])
        self.page.mouse.click(*self.spot(150, 130), button="right")
        menu = self.page.get_by_test_id("menu")
        menu.get_by_text("Order", exact=True).hover()
        self.page.get_by_text("Place in front of…").click()
        self.click(330, 50)
        self.assertEqual(list(self.value().order), ["c", "tri", "b", "a", self.above])
        self.page.mouse.click(*self.spot(250, 130), button="right")
        menu.get_by_text("Delete", exact=True).click()
        self.settled()
        self.assertNotIn("c", self.value().items)

    def test_the_menu_key_offers_what_can_be_done(self):
        self.pick((150, 130))
        self.page.keyboard.press("ContextMenu")
        menu = self.page.get_by_test_id("menu")
        expect(menu.get_by_text("Duplicate", exact=True)).to_be_visible()
        self.page.keyboard.press("Escape")
        expect(menu).to_have_count(0)
