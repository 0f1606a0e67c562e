"""Fair curves: the comb, the profile, trouble spots, and what mends them, in the browser."""

import csv
import itertools
import math
import re
from contextlib import suppress

from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.paint import Style
from buildup.edits.outlines.drawoutline import AddOutline
from buildup.geometry.bezier import extremes
from buildup.geometry.stations import joint
from demo.management.commands.load_demo import trace
from drawings.models import Drawing
from playwright.sync_api import expect

from e2e.base import BrowserTest

HANDLE = 4 / 3 * math.tan(math.pi / 8) * 100


def ring(item="ring", *, centre=200 + 150j, radius=100.0, off=()):
    """A circle of four smooth anchors; `off` says how much longer each leaving handle is."""
    anchors = []
    for k in range(4):
        way = 1j**k
        out = 1j * way * HANDLE * radius / 100
        longer = dict(off).get(k, 1.0)
        anchors.append(Anchor(centre + way * radius, -out, out * longer, "smooth"))
    style = Style(fill="#D9B382")
    return AddOutline(
        item=item, called=item, contours=(Contour(tuple(anchors), True),), style=style
    )


class FairTest(BrowserTest):
    def segments(self, number=0):
        return self.items()[number].contours[0].segments

    def joint(self, index):
        segments = self.segments()
        return joint(segments[index - 1], segments[index])

    def set_field(self, label, text):
        """Type into a field that changes no drawing, and wait until that is read."""
        self.page.get_by_label(label).fill(text)
        self.page.keyboard.press("Enter")
        self.page.evaluate("() => new Promise((done) => setTimeout(done, 500))")

    def leaf(self, name):
        self.page.get_by_test_id(f"leaf-{name}").click()

    def edge(self):
        return self.page.get_by_test_id("comb-edge").get_attribute("d")


class SeeTest(FairTest):
    def test_the_comb_shows_what_is_dragged_as_it_is(self):
        self.open(self.new_drawing(ring(off=[(0, 0.8)])))
        self.core_is_here()
        self.click(200, 150)
        self.page.keyboard.press("Shift+V")
        dial = self.page.get_by_test_id("comb-dial")
        expect(dial).to_be_visible()
        expect(self.page.locator("[data-continuity=tangent]")).to_have_count(2)
        expect(self.page.locator("[data-continuity=curvature]")).to_have_count(2)
        self.tool("anchors")
        expect(self.page.get_by_test_id("anchor-1")).to_be_visible()
        before = self.edge()
        with self.dragging((200, 250), (200, 280)):
            expect(self.page.get_by_test_id("comb-edge")).not_to_have_attribute("d", before)
        longer = self.edge()
        slider = dial.get_by_role("slider")
        slider.focus()
        for _ in range(10):
            self.page.keyboard.press("ArrowRight")
        expect(self.page.get_by_test_id("comb-edge")).not_to_have_attribute("d", longer)
        self.settled()
        steps = [s.name for s in self.row.steps.all()]
        self.assertEqual(len(steps), 2, steps)  # the ring and the drag: no key nudged the anchor
        self.page.keyboard.press("Shift+V")
        expect(dial).to_have_count(0)

    def test_the_profile_and_the_canvas_point_at_each_other(self):
        self.open(self.new_drawing(ring()))
        self.leaf("Profile")
        expect(self.page.get_by_test_id("profile")).to_contain_text("Select an outline")
        self.click(200, 150)
        graph = self.page.get_by_test_id("profile-graph")
        box = graph.bounding_box()
        self.page.mouse.move(box["x"] + box["width"] * 0.5, box["y"] + 30)
        words = self.page.get_by_test_id("profile-text")
        expect(words).to_contain_text("radius")
        expect(words).to_contain_text("turned 18")
        mark = self.page.get_by_test_id("pointed")
        expect(mark).to_be_visible()
        self.page.mouse.move(*self.spot(200, 251))
        expect(words).to_contain_text("turned 90")
        self.drag_from((box["x"] + 50, box["y"] + 30), (box["x"] + 150, box["y"] + 30))
        self.page.mouse.up()
        whole = self.page.get_by_role("button", name="Whole length")
        expect(whole).to_be_visible()
        self.page.get_by_role("button", name="Turn", exact=True).click()
        expect(graph).to_have_attribute("aria-label", "Profile: turn along 628.4 px")
        whole.click()
        expect(whole).to_have_count(0)

    def test_its_values_are_saved_and_copied_as_a_table(self):
        self.open(self.new_drawing(ring()))
        self.leaf("Profile")
        self.click(200, 150)
        expect(self.page.get_by_test_id("profile-graph")).to_be_visible()
        with self.page.expect_download() as download:
            self.page.get_by_role("button", name="Save as CSV").click()
        self.assertEqual(download.value.suggested_filename, "Trial profile.csv")
        with open(download.value.path(), newline="") as file:
            rows = list(csv.DictReader(file))
        self.assertGreater(len(rows), 100)
        for row in rows:
            self.assertAlmostEqual(float(row["curvature (1/px)"]), 0.01, delta=5e-4)
            place = complex(float(row["x (px)"]), float(row["y (px)"]))
            self.assertAlmostEqual(abs(place - 200 - 150j), 100, delta=0.1)
        self.context.grant_permissions(["clipboard-read", "clipboard-write"])
        self.page.get_by_role("button", name="Copy values").click()
        expect(self.page.get_by_text("copied as a table")).to_be_visible()
        copied = self.page.evaluate("() => navigator.clipboard.readText()")
        self.assertEqual(len(copied.splitlines()), len(rows) + 1)

    def test_trouble_spots_one_by_one_by_key(self):
        self.open(self.new_drawing(ring(off=[(0, 0.6), (2, 1.9)])))
        self.page.keyboard.press("3")
        expect(self.page.get_by_text("Next trouble spot: select an item")).to_be_visible()
        self.click(200, 150)
        self.page.keyboard.press("3")
        rows = self.page.get_by_test_id("trouble")
        expect(rows.first).to_be_visible()
        expect(self.page.get_by_test_id("trouble-ring")).to_be_visible()
        count = rows.count()
        self.assertGreater(count, 1)
        self.assertEqual(self.page.get_by_test_id("trouble-count").inner_text(), str(count))
        expect(self.page.locator(".here").get_by_role("button").first).to_contain_text("jumps")
        before = self.segments()
        self.page.locator(".here").get_by_role("button").last.hover()
        expect(self.page.get_by_test_id("edit-message")).to_contain_text("moved by at most")
        self.assertEqual(self.segments(), before)
        self.page.mouse.move(300, 300)
        self.page.keyboard.press("Enter")
        self.settled()
        self.assertLess(abs(self.joint(0).curvature[0] - self.joint(0).curvature[1]), 1e-9)
        expect(rows).not_to_have_count(count)
        self.page.keyboard.press("2")
        expect(self.page.get_by_test_id("trouble-ring")).to_be_visible()
        self.set_field("Least jump", "90")
        expect(rows.filter(has_text="jumps 1")).to_have_count(0)


class MendTest(FairTest):
    def choose_anchor(self, index):
        self.tool("anchors")
        self.page.get_by_test_id(f"anchor-{index}").click()

    def press(self, name):
        self.page.get_by_role("button", name=name, exact=True).click()
        self.settled()

    def test_an_anchor_is_eased_and_stays_so(self):
        self.open(self.new_drawing(ring(off=[(1, 0.7)])))
        self.click(200, 150)
        self.choose_anchor(1)
        self.page.get_by_text("Keep smooth").click()
        self.settled()
        self.assertTrue(self.items()[0].contours[0].anchors[1].eased)
        self.assertLess(abs(self.joint(1).curvature[0] - self.joint(1).curvature[1]), 1e-9)
        expect(self.page.get_by_test_id("anchor-1").locator("[data-eased]")).to_have_count(1)
        self.drag((100, 150), (80, 160))
        self.assertAlmostEqual(self.items()[0].contours[0].anchors[2].at, 80 + 160j, delta=1)
        self.assertLess(abs(self.joint(1).curvature[0] - self.joint(1).curvature[1]), 1e-9)
        self.press("Match curvature (G2)")
        self.assertFalse(any(a.eased for a in self.items()[0].contours[0].anchors[2:3]))

    def test_a_stretch_is_made_fair_by_the_dial_an_arc_and_a_line(self):
        self.open(self.new_drawing(ring(off=[(0, 0.5), (1, 1.4)])))
        self.core_is_here()
        self.click(200, 150)
        self.tool("anchors")
        for index, how in ((0, []), (1, ["Shift"]), (2, ["Shift"])):
            self.page.get_by_test_id(f"anchor-{index}").click(modifiers=how)
        before = self.segments()
        self.set_field("Fair tolerance", "20")
        handle = self.page.get_by_test_id("slider-fair").get_by_role("slider")
        handle.focus()
        box = handle.bounding_box()
        self.drag_from(self.middle(handle), (box["x"] + 200, box["y"] + 5))
        expect(self.page.get_by_test_id("edit-message")).to_contain_text("moved by at most")
        self.assertEqual(self.segments(), before)
        self.page.mouse.up()
        self.settled()
        after = self.segments()
        self.assertEqual(after[2:], before[2:])
        jump = joint(after[0], after[1]).curvature
        self.assertLess(abs(jump[0] - jump[1]), 1e-4)
        self.press("Make an arc")
        self.assertAlmostEqual(abs(self.segments()[0][1] - self.segments()[0][0]), HANDLE, delta=3)
        self.page.keyboard.press("Control+z")
        self.settled()
        for index, how in ((0, []), (1, ["Shift"])):
            self.page.get_by_test_id(f"anchor-{index}").click(modifiers=how)
        self.press("Make a line")
        self.assertIsNone(self.items()[0].contours[0].anchors[0].out)

    def test_an_outline_is_thinned_out_while_the_dial_turns(self):
        places = [
            100 * complex(math.cos(a), math.sin(a))
            for a in (2 * math.pi * k / 120 for k in range(120))
        ]
        many = Contour(tuple(Anchor(200 + 150j + p) for p in places), True)
        form = AddOutline(item="many", called="many", contours=(many,), style=Style(fill="#D9B382"))
        self.open(self.new_drawing(form))
        self.core_is_here()
        self.click(200, 150)
        self.page.get_by_text("Simplify and add anchors").click()
        slider = self.page.get_by_test_id("slider-simplify").get_by_role("slider")
        slider.scroll_into_view_if_needed()
        at = self.middle(slider)
        self.drag_from(at, (at[0] + 12, at[1]))
        said = self.page.get_by_test_id("edit-message")
        expect(said).to_contain_text("From 120 to")
        self.assertEqual(len(self.items()[0].contours[0].anchors), 120)
        self.page.mouse.up()
        self.settled()
        left = self.items()[0].contours[0].anchors
        self.assertLess(len(left), 12)
        self.tool("anchors")
        button = self.page.get_by_role("button", name="At extremes", exact=True)
        button.hover()
        with self.page.expect_response("**/commands", timeout=30_000):
            button.click()
        self.settled()
        inside = [t for s in self.segments() for t in extremes(s) if 1e-3 < t < 1 - 1e-3]
        self.assertEqual(inside, [])
        self.assertGreater(len(self.segments()), len(left))

    def test_the_brush_pulls_and_smooths(self):
        self.open(self.new_drawing(ring()))
        self.core_is_here()
        self.click(200, 150)
        self.page.keyboard.press("o")
        self.page.mouse.move(*self.spot(200, 150))
        expect(self.page.get_by_test_id("brush")).to_be_visible()
        self.page.keyboard.press("]")
        expect(self.page.get_by_label("Brush radius").last).to_have_value("50")
        self.page.keyboard.down("Alt")
        self.drag_from(self.spot(200, 249), self.spot(200, 275))
        expect(self.page.get_by_test_id("bubble")).to_contain_text("radius")
        self.page.mouse.up()
        self.page.keyboard.up("Alt")
        self.settled()
        pulled = self.segments()
        self.assertAlmostEqual(max(s[3].imag for s in pulled), 276, delta=2)
        rough = max(abs(j.curvature[0] - j.curvature[1]) for j in map(self.joint, range(4)))
        self.assertGreater(rough, 1e-3)
        self.page.mouse.move(*self.spot(160, 243))
        self.page.mouse.down()
        for x, y in ((180, 260), (200, 274), (220, 262), (240, 243)):
            self.page.mouse.move(*self.spot(x, y), steps=3)
        self.page.mouse.up()
        self.settled()
        smooth = self.segments()
        jumps = [joint(a, b).curvature for a, b in itertools.pairwise(smooth)]
        self.assertNotEqual(smooth, pulled)
        self.assertLess(min(abs(a - b) for a, b in jumps), 1e-4)

    def test_a_blend_shows_and_is_kept_as_items(self):
        small = ring("small", centre=80 + 150j, radius=40)
        large = ring("large", centre=290 + 150j, radius=90)
        self.open(self.new_drawing(small, large))
        self.page.keyboard.press("Control+a")
        self.page.get_by_text("Blend", exact=True).click()
        self.page.get_by_label("Stays adjustable").uncheck()
        button = self.page.get_by_role("button", name="Blend")
        button.hover()
        expect(self.page.locator("[data-item]")).not_to_have_count(0)
        self.assertEqual(len(self.items()), 2)
        button.click()
        self.settled()
        self.assertEqual(len(self.items()), 5)
        middle = self.items()[2].contours[0]
        self.assertAlmostEqual(abs(middle.anchors[0].at - 185 - 150j), 65, delta=0.5)

    def test_a_live_blend_follows_its_items_and_becomes_outlines(self):
        small = ring("small", centre=80 + 150j, radius=40)
        large = ring("large", centre=290 + 150j, radius=90)
        self.open(self.new_drawing(small, large))
        self.page.keyboard.press("Control+a")
        self.page.get_by_text("Blend", exact=True).click()
        self.page.get_by_role("button", name="Blend").click()
        self.settled()
        result = self.page.get_by_role("region", name="Result")
        expect(result.get_by_text("Blend", exact=True)).to_be_visible()
        steps = self.page.locator("[data-drawn] > g > g")
        expect(steps).to_have_count(5)
        before = steps.nth(3).locator("path").first.get_attribute("d")
        first = steps.nth(0).locator("path").first.get_attribute("d")
        self.page.get_by_role("button", name="Edit contents").first.click()
        self.page.mouse.move(*self.spot(290, 150))
        self.page.mouse.down()
        self.page.mouse.move(*self.spot(290, 250), steps=4)
        expect(steps.nth(3).locator("path").first).not_to_have_attribute("d", before)
        expect(steps.nth(0).locator("path").first).to_have_attribute("d", first)
        self.page.mouse.up()
        self.settled()
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("Escape")
        self.page.keyboard.press("Control+a")
        self.page.get_by_label("Steps of the blend").fill("1")
        self.page.keyboard.press("Enter")
        expect(steps).to_have_count(3)
        self.page.get_by_test_id("act-convert_to_outlines").click()
        self.settled()
        self.assertEqual(len(self.items()), 3)

    def test_a_transition_between_a_line_and_an_arc(self):
        anchors = (
            Anchor(50 + 100j),
            Anchor(200 + 100j, None, HANDLE + 0j, "smooth"),
            Anchor(300 + 200j, -HANDLE * 1j, None),
        )
        path = AddOutline(item="way", called="way", contours=(Contour(anchors),), style=Style())
        self.open(self.new_drawing(path))
        self.click(120, 100)
        self.choose_anchor(1)
        self.set_field("Transition length", "30")
        self.press("Add transition curve")
        segments = self.segments()
        self.assertEqual(len(segments), 4)
        for a, b in itertools.pairwise(segments):
            found = joint(a, b)
            self.assertLess(abs(found.curvature[0] - found.curvature[1]), 3e-4)
        self.page.keyboard.press("Control+z")
        self.settled()
        self.choose_anchor(1)
        self.page.get_by_test_id("transition-clothoid").click()
        self.press("Add transition curve")
        segments = self.segments()
        self.assertGreater(len(segments), 4)  # three arcs, and what they join
        for a, b in itertools.pairwise(segments):
            found = joint(a, b)
            self.assertLess(abs(found.curvature[0] - found.curvature[1]), 1e-4)


class CompareTest(FairTest):
    def test_the_picture_beside_the_drawing_swept_over_it_and_alone(self):
        self.open(self.new_drawing(ring()))
        self.page.keyboard.press("5")
        expect(self.page.get_by_text("Compare with reference: add a reference")).to_be_visible()
        trace(self.user.pk)
        self.open(Drawing.objects.get(name="Body to trace"))
        compared = self.page.get_by_test_id("compared")
        before = self.spot(400, 800)
        self.page.keyboard.press("5")
        chip = self.page.get_by_test_id("compare-chip")
        expect(chip.get_by_role("button", name="Beside")).to_have_attribute("aria-pressed", "true")
        self.assertLess(self.spot(400, 800)[0], before[0] - 100)
        self.page.mouse.move(*self.spot(400, 800))
        expect(self.page.get_by_test_id("twin-pointer")).to_have_count(1)
        self.tool("ellipse")
        box = self.page.get_by_test_id("canvas").bounding_box()
        right = box["x"] + box["width"] * 0.75
        self.drag_from((right, 300), (right + 60, 360))
        self.page.mouse.up()
        self.settled()
        self.assertEqual(len(self.items()), 1)
        chip.get_by_role("button", name="Wipe").click()
        self.assertAlmostEqual(self.spot(400, 800)[0], before[0], delta=1)
        edge = self.page.get_by_test_id("compare-edge")
        expect(edge).to_have_attribute("aria-valuenow", "50")
        at = self.middle(edge)
        self.drag_from(at, (at[0] + 150, at[1]))
        self.page.mouse.up()
        expect(edge).not_to_have_attribute("aria-valuenow", "50")
        now = edge.get_attribute("aria-valuenow")
        edge.focus()
        self.page.keyboard.press("Shift+ArrowLeft")
        expect(edge).not_to_have_attribute("aria-valuenow", now)
        chip.get_by_role("button", name="Off").click()
        expect(compared).to_have_count(0)
        self.page.keyboard.down("4")
        expect(compared).to_have_count(1)
        self.page.keyboard.up("4")
        expect(compared).to_have_count(0)


class MatchTest(FairTest):
    def overlap(self):
        return float(self.page.get_by_test_id("overlap").inner_text().split()[0])

    def test_a_form_is_found_an_outline_proposed_measured_and_settled(self):
        trace(self.user.pk)
        self.open(Drawing.objects.get(name="Body to trace"))
        (reference,) = self.value().sheet.references
        self.tool("reference")
        self.click(reference.x, reference.y + reference.height * 0.2)
        expect(self.page.get_by_test_id("traced-area")).to_have_count(1)
        self.settled()
        expect(self.page.get_by_test_id("sampled")).to_be_visible()
        (reference,) = self.value().sheet.references
        self.assertEqual(len(reference.traced_area.paths), 3)
        self.page.get_by_text("Keep holes").click()
        form = self.page.get_by_test_id("traced-area")
        expect(form).to_have_attribute("d", re.compile("^M[^M]*$"), timeout=30_000)
        self.settled()
        self.page.get_by_role("button", name="Trace outline").click()
        count = self.page.get_by_text("2 items · back to front")
        expect(count).to_be_visible(timeout=60_000)
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Saved", timeout=60_000)
        self.settled()
        new = self.items()[-1]
        self.assertLessEqual(len(new.contours[0].anchors), 14)
        self.tool("anchors")
        places = [a.at for a in new.contours[0].anchors]
        at = max(places, key=lambda p: p.imag)
        anchor = self.page.get_by_test_id(f"anchor-{places.index(at)}")
        for _ in range(3):  # the canvas may still make room for what the Readout shows
            self.page.mouse.click(*self.spot(at.real, at.imag))
            with suppress(AssertionError):
                expect(anchor).to_be_visible(timeout=4_000)
                break
        anchor.click()
        expect(self.page.get_by_test_id("overlap")).to_be_visible()
        before = self.overlap()
        self.assertGreater(before, 97)
        self.page.wait_for_timeout(600)  # the click that chose it and the drag are no double click
        self.drag_from(self.spot(at.real, at.imag), self.spot(at.real + 60, at.imag + 30))
        expect(self.page.get_by_test_id("overlap")).not_to_have_text(f"{before:g} %")
        expect(self.page.get_by_test_id("largest-gap")).to_have_count(1)
        with self.page.expect_response("**/commands", timeout=30_000):
            self.page.mouse.up()
        self.settled()
        dragged = self.items()[-1].contours[0].anchors[places.index(at)].at
        self.assertGreater(abs(dragged - at), 50)
        expect(self.page.get_by_test_id("beyond")).to_have_count(1)
        self.page.wait_for_function(
            "was => parseFloat(document.querySelector('[data-testid=overlap]')?.textContent) < was",
            arg=before,
        )
        worse = self.overlap()
        self.assertLess(worse, before)
        self.set_field("Fit tolerance", "40")
        self.page.get_by_role("button", name="Fit to reference", exact=True).click()
        self.settled()
        expect(self.page.get_by_test_id("overlap")).not_to_have_text(f"{worse:g} %")
        self.assertGreater(self.overlap(), worse)

    def test_the_form_follows_its_dial_and_both_its_sides_come_out_alike(self):
        trace(self.user.pk)
        self.open(Drawing.objects.get(name="Body to trace"))
        (reference,) = self.value().sheet.references
        self.tool("reference")
        self.click(reference.x, reference.y + reference.height * 0.2)
        form = self.page.get_by_test_id("traced-area")
        expect(form).to_have_count(1)
        self.settled()
        kept = self.value().sheet.references[0].traced_area
        before = form.get_attribute("d")
        dial = self.page.get_by_test_id("slider-colours").get_by_role("slider")
        left, top = self.middle(dial)
        self.page.mouse.move(left, top)
        self.page.mouse.down()
        self.page.mouse.move(left - 40, top, steps=3)  # what is hardly of another colour is out
        self.page.wait_for_function(
            "(d) => document.querySelector('[data-testid=traced-area]')?.getAttribute('d') !== d",
            arg=before,
        )
        self.assertEqual(self.value().sheet.references[0].traced_area, kept)
        self.page.mouse.up()
        expect(self.page.get_by_test_id("finding")).to_have_count(0, timeout=30_000)
        self.settled()
        self.assertFalse(self.value().sheet.references[0].traced_area == kept)
        dragged = float(dial.get_attribute("aria-valuenow"))
        for _ in range(18):
            dial.press("ArrowRight")
        expect(dial).to_have_attribute("aria-valuenow", f"{dragged + 18:g}")
        expect(self.page.get_by_test_id("finding")).to_have_count(0, timeout=30_000)
        self.settled()
        self.page.get_by_text("Symmetric").click()
        self.page.get_by_role("button", name="Trace outline").click()
        expect(self.page.get_by_text("2 items · back to front")).to_be_visible(timeout=60_000)
        expect(self.page.get_by_test_id("saved-state")).to_contain_text("Saved", timeout=60_000)
        outer = max(self.items()[-1].contours, key=lambda c: len(c.anchors)).anchors
        (middle,) = {round((a.at.real + b.at.real) / 2, 6)
                     for a, b in zip(outer[1:], outer[:0:-1], strict=True)}  # fmt: skip
        self.assertAlmostEqual(middle, outer[0].at.real, delta=1e-6)
