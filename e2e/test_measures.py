"""Measures on the board: the leaf, fields that follow, the hand, sets, two windows, files."""

import io
import re
import zipfile

from buildup.drawing.itemtypes import Linked
from buildup.drawing.measures import Measure
from buildup.drawing.paint import Style
from buildup.edits.measures.binding import FollowFormula
from buildup.edits.measures.measureedits import AddMeasure
from buildup.edits.shapes.shaping import DrawShape
from playwright.sync_api import expect

from e2e.base import BrowserTest

FILLED = Style(fill="#D9B382")
NAMES = ("plate", "second", "third")


def shapes():
    return [
        DrawShape(
            item=item,
            shape="rectangle",
            start=(40.0 + 110 * n, 60.0),
            to=(120.0 + 110 * n, 140.0),
            called=item,
            style=FILLED,
        )
        for n, item in enumerate(NAMES)
    ]


def measure(name, formula):
    return AddMeasure(measure=Measure(id=f"m-{name}", name=name, formula=formula, unit="px"))


def followers(*items, formula="r"):
    return FollowFormula(
        targets=tuple((i, "dials.radius") for i in items), formula=formula, unit="px"
    )


class MeasuresTest(BrowserTest):
    def begin(self, *commands):
        self.open(self.new_drawing(*shapes(), *commands))
        self.core_is_here()
        self.page.get_by_test_id("leaf-Measures").click()

    def radius(self, item):
        return round(self.value().items[item].dials.get("radius", 0.0), 3)

    def radii(self):
        return [self.radius(i) for i in NAMES]

    def measures(self):
        return {m.name: m.formula for m in self.value().sheet.measures}

    def add(self, text):
        field = self.page.get_by_test_id("new-measure")
        field.fill(text)
        with self.page.expect_response("**/commands"):
            field.press("Enter")
        self.settled()

    def cell(self, label, text):
        field = self.page.get_by_role("textbox", name=label, exact=True)
        field.fill(text)
        with self.page.expect_response("**/commands"):
            field.press("Enter")
        self.settled()

    def test_a_radius_on_three_shapes_follows_a_measure_by_typing_and_by_hand(self):
        self.begin()
        self.add("r = 6 px")
        self.add("gap = r * 2")
        row = self.page.get_by_test_id("measure-gap")
        expect(row).to_contain_text("12 px")
        self.page.keyboard.press("Escape")
        self.click(80, 100)
        for x in (190, 300):
            self.page.keyboard.down("Shift")
            self.click(x, 100)
            self.page.keyboard.up("Shift")
        self.page.get_by_role("tab", name="Form").click()
        self.type_into("Corner radius", "=r")
        self.assertEqual(self.radii(), [6.0, 6.0, 6.0])
        field = self.page.get_by_role("textbox", name="Corner radius", exact=True)
        expect(field).to_have_attribute("title", "Follows r")
        self.cell("Value of r", "10 px")
        self.assertEqual(self.radii(), [10.0, 10.0, 10.0])
        expect(self.page.get_by_test_id("measure-r")).to_contain_text("4 values")

        self.page.keyboard.press("Escape")
        self.click(300, 240)
        self.click(190, 100)
        peg = self.page.locator("[data-hit*=peg]").first
        box = peg.bounding_box()
        x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
        outline = self.page.locator("[data-item=third]").first
        before = outline.get_attribute("d")
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 6, y + 6)
        self.page.mouse.move(x + 12, y + 12)
        expect(outline).not_to_have_attribute("d", before)  # under the hand
        self.page.mouse.up()
        self.settled()
        self.steps_come_to(8)
        first, *others = self.radii()
        self.assertGreater(first, 10.5)
        self.assertEqual(others, [first, first])
        self.assertEqual(self.measures()["gap"], "r * 2")
        self.page.keyboard.press("Control+z")
        expect(self.page.get_by_test_id("measure-r")).to_contain_text("10 px")

    def test_what_is_refused_is_told_in_its_row_and_below_its_field(self):
        self.begin(measure("r", "6 px"), followers("plate"))
        field = self.page.get_by_role("textbox", name="Value of r", exact=True)
        field.fill("6 px + 3°")
        field.press("Enter")
        row = self.page.get_by_test_id("measure-r")
        expect(row.get_by_role("alert")).to_contain_text("a length and an angle cannot be added")
        expect(field).to_have_value("6 px + 3°")
        self.cell("Value of r", "7 px")
        expect(row.get_by_role("alert")).to_have_count(0)
        self.click(80, 100)
        radius = self.page.get_by_role("textbox", name="Corner radius", exact=True)
        radius.click()
        expect(radius).to_have_value("=r")
        radius.fill("=nothing * 2")
        radius.press("Enter")
        expect(self.page.get_by_test_id("formula-help")).to_contain_text("Nothing is called")
        self.assertEqual(self.radius("plate"), 7.0)
        # cleared, it keeps its number and follows no more
        radius.fill("")
        with self.page.expect_response("**/commands"):
            radius.press("Enter")
        self.settled()
        self.cell("Value of r", "9 px")
        self.assertEqual(self.radius("plate"), 7.0)

    def test_a_drag_that_a_formula_holds_says_so_and_alt_lets_go(self):
        bound = FollowFormula(targets=(("plate", "frame.nw.x"),), formula="r + gap", unit="px")
        self.begin(measure("r", "20 px"), measure("gap", "30 px"), bound)
        self.click(90, 100)
        x, y = self.spot(90, 100)
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 10, y)
        self.page.mouse.move(x + 20, y)
        expect(self.page.get_by_text("x of “plate” follows r + gap")).to_be_visible()
        self.page.mouse.up()  # let go of, nothing is done
        self.page.mouse.move(x, y)
        self.page.mouse.down()
        self.page.mouse.move(x + 10, y)
        self.page.mouse.move(x + 20, y)
        self.page.wait_for_timeout(400)  # the notice of before still stands
        self.page.keyboard.down("Alt")
        self.page.keyboard.up("Alt")
        self.page.mouse.move(x + 30, y)
        self.page.mouse.move(x + 40, y)
        self.page.mouse.up()
        self.settled()
        self.steps_come_to(8)
        self.assertGreater(self.value().items["plate"].frame.place.origin.real, 100.0)
        self.assertEqual(self.value().items["plate"].follows, ())

    def test_sets_show_the_drawing_and_go_out_as_a_file_each(self):
        self.begin(measure("r", "6 px"), followers(*NAMES))
        for name, value in (("S", "2 px"), ("M", "10 px")):
            self.page.get_by_test_id("add-set").click()
            expect(self.page.get_by_role("button", name=name, exact=True)).to_have_attribute(
                "aria-pressed", "true"
            )
            self.settled()
            self.cell("Value of r", value)
        self.assertEqual(self.radii(), [10.0] * 3)
        self.page.get_by_role("button", name="S", exact=True).click()
        self.steps_come_to(10)
        self.settled()
        self.assertEqual(self.radii(), [2.0] * 3)
        self.page.get_by_role("button", name="Own values").click()
        self.steps_come_to(11)
        self.assertEqual(self.radii(), [6.0] * 3)
        self.settled()
        self.page.get_by_role("button", name="Export").click()
        self.choose("Sets of measures", "One file per set")
        expect(self.page.get_by_text("Trial S.svg")).to_be_visible()
        with self.page.expect_download() as download:
            self.page.get_by_test_id("export-save").click()
        with zipfile.ZipFile(io.BytesIO(download.value.path().read_bytes())) as archive:
            self.assertEqual(archive.namelist(), ["Trial S.svg", "Trial M.svg"])
            self.assertNotEqual(archive.read("Trial S.svg"), archive.read("Trial M.svg"))

    def test_a_measure_deleted_in_another_window_keeps_the_number_and_says_so(self):
        self.begin(measure("r", "6 px"), followers("plate"))
        self.click(80, 100)
        other = self.context.new_page()
        other.goto(self.page.url)
        other.get_by_test_id("leaf-Measures").click()
        other.get_by_role("button", name="Delete r", exact=True).click()
        expect(self.page.get_by_test_id("measure-r")).to_have_count(0)
        radius = self.page.get_by_role("textbox", name="Corner radius", exact=True)
        expect(radius).to_have_attribute("title", re.compile("Nothing is called “r”"))
        expect(radius).to_have_value("6")
        self.assertEqual(self.radius("plate"), 6.0)
        other.close()

    def test_copied_items_bring_their_measures(self):
        self.begin(measure("r", "6 px"), followers("plate"))
        self.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.click(80, 100)
        self.page.keyboard.press("Control+c")
        self.open(self.new_drawing(measure("r", "9 px")))
        self.core_is_here()
        self.page.get_by_test_id("canvas").focus()
        self.page.keyboard.press("Control+v")
        self.steps_come_to(2)
        expect(self.page.get_by_text("the new ones are called r_2")).to_be_visible()
        self.assertEqual(self.measures(), {"r": "9 px", "r_2": "6 px"})

    def test_a_linked_copy_shows_the_measures_of_its_source_as_fields(self):
        self.begin(measure("r", "6 px"), measure("gap", "r * 2"), followers("plate"))
        self.click(80, 100)
        self.page.get_by_test_id("leaf-Shelf").click()
        self.page.get_by_test_id("add-to-shelf").click()
        self.page.get_by_test_id("outline-plate").click()
        self.page.get_by_test_id("outline-plate").click()  # chosen already: taken again
        self.page.get_by_test_id("place-linked").click()
        self.drag((250, 180), (330, 260))
        self.tool("select")
        self.click(290, 220)
        field = self.page.get_by_role("textbox", name="Value of r", exact=True)
        expect(field).to_have_value("6 px")
        field.fill("6 px + 3°")
        field.press("Enter")
        expect(self.page.get_by_text("cannot be added")).to_be_visible()
        field.fill("14 px")
        with self.page.expect_response("**/commands"):
            field.press("Enter")
        self.settled()
        value = self.value()
        (copy,) = [i for i in value.items.values() if isinstance(i, Linked)]
        (held,) = value.tree.children(copy.id)
        self.assertAlmostEqual(value.items[held].dials["radius"], 14.0, places=3)
        self.assertEqual(self.radius("plate"), 6.0)
