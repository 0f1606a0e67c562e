"""Layers and groups, by hand and by key, in the Stack and on the sheet."""

import re

from buildup.drawing.model import FIRST_LAYER
from buildup.drawing.paint import Style
from playwright.sync_api import expect

from e2e.base import BrowserTest
from e2e.test_drawing import rectangle


def three():
    """Three rectangles in a row, painted so that a click anywhere in one picks it."""
    corners = {"a": 20.0, "b": 120.0, "c": 220.0}
    painted = Style(fill="#E7D8BF")
    return [rectangle(i, (x, 100.0), (x + 60.0, 160.0), style=painted) for i, x in corners.items()]


def grid(count):
    """Small painted squares in rows of eight."""
    painted = Style(fill="#E7D8BF")
    spots = [(20.0 + 40 * (n % 8), 20.0 + 40 * (n // 8)) for n in range(count)]
    return [
        rectangle(f"i{n}", (x, y), (x + 20, y + 20), style=painted)
        for n, (x, y) in enumerate(spots)
    ]


class StackTest(BrowserTest):
    def setUp(self):
        super().setUp()
        self.open(self.new_drawing(*three()))

    def lies(self, container=FIRST_LAYER):
        return self.value().tree.children(container)

    def names(self):
        return [self.value().items[i].name for i in self.value().tree.below()]

    def selected(self):
        """The cards that are pressed."""
        return self.page.locator("[data-card][aria-pressed=true]").evaluate_all(
            "cards => cards.map((c) => c.getAttribute('aria-label'))"
        )

    def key(self, *names):
        for name in names:
            self.page.keyboard.press(name)
        self.settled()

    def group(self):
        """a and b in a group, which is selected."""
        self.click(50, 130)
        self.page.keyboard.down("Shift")
        self.click(150, 130)
        self.page.keyboard.up("Shift")
        self.key("Control+g")
        return self.lies()[0]


class GroupTest(StackTest):
    starts_at = "Arrange"

    def test_a_group_by_key_is_picked_moved_and_gone_into(self):
        group = self.group()
        self.assertEqual(self.lies(), (group, "c"))
        self.assertEqual(self.lies(group), ("a", "b"))
        self.key("Escape")
        before = self.value().items["b"].frame.place.origin
        self.drag((50, 130), (50, 180))  # the one under the pointer takes the other along
        self.assertAlmostEqual(self.value().items["b"].frame.place.origin - before, 50j, delta=1)
        self.assertEqual(self.selected(), ["Group 1"])
        self.click(50, 180)  # a second click goes in
        self.assertEqual(self.selected(), ["a"])
        expect(self.page.get_by_test_id("way-1")).to_have_text("Group 1")
        self.drag((50, 180), (50, 150))
        self.assertAlmostEqual(self.value().items["b"].frame.place.origin - before, 50j, delta=1)
        self.key("Escape")
        self.assertEqual(self.selected(), ["Group 1"])
        expect(self.page.get_by_test_id("way-1")).to_have_count(0)
        self.key("Control+Shift+g")
        self.assertEqual(self.lies(), ("a", "b", "c"))
        self.key("Control+z")
        self.assertEqual(self.lies(group), ("a", "b"))

    def test_a_double_click_goes_in_and_a_click_outside_leads_out(self):
        group = self.group()
        self.key("Escape")
        self.page.mouse.dblclick(*self.spot(150, 130))
        expect(self.page.get_by_test_id("way-1")).to_have_text("Group 1")
        expect(self.page.get_by_test_id("tool-select")).to_have_attribute("aria-pressed", "true")
        self.assertEqual(self.selected(), ["b"])
        self.tool("ellipse")
        self.drag((30, 200), (60, 230))
        self.assertEqual(self.lies(group)[:2], ("a", "b"))
        self.assertEqual(len(self.lies(group)), 3)  # new items go into the place one works in
        self.tool("select")
        self.click(250, 130)
        expect(self.page.get_by_test_id("way-1")).to_have_count(0)
        self.assertEqual(self.selected(), ["c"])
        self.page.mouse.dblclick(*self.spot(150, 130))
        self.click(350, 280)  # beside everything
        expect(self.page.get_by_test_id("way-1")).to_have_count(0)

    def test_anchors_picks_inside_groups_directly(self):
        self.click(50, 130)
        self.page.get_by_role("button", name="Convert to outlines").click()
        self.settled()
        group = self.group()
        self.key("Escape")
        self.tool("anchors")
        self.click(50, 130)
        expect(self.page.get_by_test_id("anchor-0")).to_be_visible()
        expect(self.page.get_by_test_id("way-1")).to_have_text("Group 1")
        self.drag((20, 100), (10, 90))
        self.assertEqual(self.lies(group), ("a", "b"))
        self.assertAlmostEqual(self.value().items["a"].contours[0].anchors[0].at, 10 + 90j, delta=1)

    def test_hidden_locked_and_faint_hold_for_all_in_it(self):
        group = self.group()
        self.leaf("Paint")
        self.type_into("Opacity", "40")
        self.assertEqual(self.value().items[group].finish.opacity, 0.4)
        expect(self.page.locator(f"[data-holder='{group}']")).to_have_attribute("opacity", "0.4")
        self.page.get_by_label("Lock Group 1").click()
        self.settled()
        self.key("Escape")
        self.click(50, 130)
        self.assertEqual(self.selected(), [])
        self.page.get_by_label("Hide Group 1").click()
        self.settled()
        expect(self.page.locator("path[data-item=a]")).to_have_count(0)
        self.key("Control+z")
        expect(self.page.locator("path[data-item=a]")).to_have_count(1)


class ManyTest(StackTest):
    def test_many_items_are_dragged_as_one(self):
        """The matrix lies on their layer while the hand moves; then their geometry is kept."""
        self.open(self.new_drawing(*grid(48)))
        self.core_is_here()
        self.page.keyboard.press("Control+a")
        expect(self.page.get_by_test_id("grip-e")).to_be_visible()
        before = self.value().items["i7"].frame.place.origin
        with self.dragging((24, 24), (64, 54)):
            holder = self.page.locator(f"[data-holder={FIRST_LAYER}]")
            expect(holder).to_have_attribute("transform", re.compile("matrix"))
        expect(holder).not_to_have_attribute("transform", re.compile("matrix"))
        after = self.value().items["i7"].frame.place.origin
        self.assertAlmostEqual(after - before, 40 + 30j, delta=6)


class CardTest(StackTest):
    def card(self, name):
        return self.page.get_by_test_id(f"stack-{name}")

    def test_a_group_opens_in_place_and_cards_are_carried_in_and_out(self):
        group = self.group()
        self.page.get_by_label("Expand Group 1").click()
        self.card("c").drag_to(self.card("a"), target_position={"x": 5, "y": 30})
        self.settled()
        self.assertEqual(self.lies(group), ("c", "a", "b"))
        self.card("a").drag_to(self.card("Group 1"), target_position={"x": 5, "y": 30})
        self.settled()
        self.assertEqual(self.lies(), ("a", group))
        self.page.get_by_label("Collapse Group 1").click()
        self.card("a").drag_to(self.card("Group 1"), target_position={"x": 50, "y": 30})
        self.settled()
        self.assertEqual(self.lies(group), ("c", "b", "a"))

    def test_several_are_selected_here_and_on_the_sheet(self):
        self.card("a").get_by_role("button", name="a", exact=True).click()
        self.page.keyboard.down("Shift")
        self.card("c").get_by_role("button", name="c", exact=True).click()
        self.page.keyboard.up("Shift")
        self.assertEqual(self.selected(), ["a", "b", "c"])
        expect(self.page.get_by_role("heading", name="3 items")).to_be_visible()
        self.page.keyboard.down("Control")
        self.card("b").get_by_role("button", name="b", exact=True).click()
        self.page.keyboard.up("Control")
        self.assertEqual(self.selected(), ["a", "c"])
        self.click(150, 130)
        self.assertEqual(self.selected(), ["b"])

    def test_the_keyboard_walks_reorders_renames_and_removes(self):
        self.card("a").get_by_role("button", name="a", exact=True).focus()
        self.key("ArrowRight", "Shift+ArrowRight")
        self.assertEqual(self.selected(), ["b", "c"])
        self.key("Alt+ArrowLeft")
        self.assertEqual(self.lies(), ("a", "c", "b"))
        self.card("a").get_by_role("button", name="a", exact=True).focus()
        self.key("F2")
        self.page.get_by_label("Item name").fill("Rear plate")
        self.key("Enter")
        self.assertEqual(self.value().items["a"].name, "Rear plate")
        self.card("Rear plate").get_by_role("button", name="Rear plate", exact=True).focus()
        self.key("Enter", "Delete")
        self.assertEqual(self.lies(), ("c", "b"))

    def test_finding_by_name_looks_everywhere(self):
        self.group()
        self.page.get_by_label("Find an item by name").fill("B")
        expect(self.page.locator("[data-card]")).to_have_count(1)
        self.page.locator("[data-card]").click()
        self.assertEqual(self.selected(), ["b"])
        self.page.get_by_label("Find an item by name").fill("zither")
        expect(self.page.get_by_text("No item found for “zither”.")).to_be_visible()


class LayerTest(StackTest):
    def layer(self, name):
        return self.page.get_by_test_id(f"layer-{name}")

    def test_layers_are_made_named_drawn_in_and_moved_between(self):
        self.page.get_by_test_id("add-layer").click()
        self.settled()
        expect(self.page.get_by_test_id("way-0")).to_have_text("Layer 2")
        self.tool("ellipse")
        self.drag((30, 200), (60, 230))
        top = self.value().tree.children()[1]
        self.assertEqual(len(self.lies(top)), 1)
        self.tool("select")
        self.layer("Layer 1").get_by_role("button", name="Layer 1", exact=True).click()
        self.page.get_by_test_id("stack-a").drag_to(self.layer("Layer 2"))
        self.settled()
        self.assertEqual(self.lies(top)[-1], "a")
        self.click(150, 130)
        self.leaf("Arrange")
        self.page.get_by_role("combobox", name="Layer").click()
        self.page.get_by_role("option", name="Layer 2").click()
        self.settled()
        self.assertEqual(self.lies(), ("c",))
        self.layer("Layer 2").get_by_role("button", name="Layer 2", exact=True).focus()
        self.key("F2")
        self.page.get_by_label("Layer name").fill("Fittings")
        self.key("Enter")
        self.layer("Fittings").get_by_role("button", name="Fittings", exact=True).focus()
        self.key("Alt+ArrowDown")
        self.assertEqual(self.value().tree.children(), (top, FIRST_LAYER))

    def test_layers_are_merged_removed_and_brought_back(self):
        self.page.get_by_test_id("add-layer").click()
        self.settled()
        self.page.get_by_role("button", name="Delete", exact=True).click()
        self.settled()
        self.assertEqual(len(self.value().tree.children()), 1)
        self.key("Control+z")
        self.assertEqual(len(self.value().tree.children()), 2)
        self.layer("Layer 2").get_by_role("button", name="Layer 2", exact=True).click()
        self.page.get_by_role("button", name="Merge with layer behind").click()
        self.settled()
        self.assertEqual(self.names(), ["Layer 1", "a", "b", "c"])

    def test_what_cannot_be_drawn_says_why_and_the_last_layer_stays(self):
        self.page.get_by_label("Lock Layer 1").click()
        self.settled()
        self.click(150, 130)
        self.assertEqual(self.selected(), [])
        self.tool("ellipse")
        self.drag_from(self.spot(30, 200), self.spot(60, 230))
        self.page.mouse.up()
        expect(self.page.get_by_text("“Layer 1” is locked").first).to_be_visible()
        self.assertEqual(len(self.items()), 3)

    def test_the_file_keeps_layers_and_groups_by_name(self):
        self.group()
        text = self.sent_out().path().read_text()
        self.assertIn('<g aria-label="Layer 1">\n<g aria-label="Group 1">', text)
