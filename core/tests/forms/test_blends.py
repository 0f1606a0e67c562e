"""Live blends: steps that follow their parts, how they are painted, what becomes of them."""

import io
import json
import unittest
from dataclasses import replace

import resvg_py
from buildup.contours.anchors import Anchor, Contour
from buildup.drawing.clips import clip_of, read_clip
from buildup.drawing.codec import read, write
from buildup.drawing.itemtypes import Assembly, BlendEffect, Group, Outline
from buildup.drawing.paint import Gradient, Stop, Stroke, Style
from buildup.edits.apply import apply, read_command
from buildup.edits.change import Delta, updated
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from buildup.forms.blends import MOST_ANCHORS, blended, steps_between
from buildup.forms.contours import assembly_form, item_box
from buildup.forms.paintings import paintings_of
from buildup.geometry.boxes import Box
from buildup.view.drawables import drawable
from buildup.view.finding import pile
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

from core.tests.zoo import code_of, disc, drawing, leaf

RED, BLUE = "#FF0000", "#0000FF"


def done(value, **data):
    return updated(value, apply(value, read_command(data)).forward)


def painted(item, fill):
    return replace(item, style=Style(fill=fill, strokes=()))


def two(*others, count=3, **more):
    """A red disc and a blue one 200 to its right, and steps between them."""
    value = drawing(
        painted(disc("one", 100 + 100j), RED), painted(disc("two", 300 + 100j), BLUE), *others
    )
    return done(value, kind="blend_items", items=["one", "two"], count=count, live=True, **more)


def blend_in(value):
    (found,) = (i for i in value.items.values() if isinstance(i, Assembly))
    return found.id


def middles(value):
    """The middle of each thing that is painted of the blend, back to front."""
    every = paintings_of(value, blend_in(value))
    return [box_of_form(f).centre for f in every if f.contours and f.style.is_seen]


def box_of_form(form):
    return Box.around(a.at for c in form.contours for a in c.anchors)


def sent(value):
    return Image.open(
        io.BytesIO(bytes(resvg_py.svg_to_bytes(svg_string=svg(value, title=""), dpi=96)))
    )


class StepsTest(unittest.TestCase):
    def test_steps_show_between_the_parts_and_follow_them(self):
        value = two()
        self.assertEqual([round(m.real) for m in middles(value)], [100, 150, 200, 250, 300])
        moved = done(value, kind="move_items", items=["two"], by=[0, 200])
        self.assertEqual([round(m.imag) for m in middles(moved)], [100, 150, 200, 250, 300])
        self.assertEqual(moved.items["one"], value.items["one"])
        fills = [f.style.fill for f in paintings_of(value, blend_in(value)) if f.style.is_seen]
        self.assertEqual((fills[0], fills[-1]), (RED, BLUE))
        self.assertEqual(len({*fills}), 5)

    def test_three_parts_have_steps_between_each_and_the_next(self):
        value = drawing(disc("one", 0j), disc("two", 100 + 0j), disc("three", 100 + 100j))
        items = ["three", "one", "two"]
        value = done(value, kind="blend_items", items=items, count=1, live=True)
        self.assertEqual(middles(value), [0j, 50 + 0j, 100 + 0j, 100 + 50j, 100 + 100j])

    @given(st.floats(0.0, 1.0), st.floats(0.0, 1.0), st.integers(1, 9))
    def test_opacities_and_widths_are_between_those_of_the_parts(self, first, last, count):
        def one(item, opacity):
            stroke = Stroke(width=1.0 + 8.0 * opacity, opacity=opacity)
            return (replace(leaf(item), style=Style(fill_opacity=opacity, strokes=(stroke,))),)

        parts = [drawing(*one("leaf", o)) for o in (first, last)]
        forms = [paintings_of(v, "leaf") for v in parts]
        low, high = sorted((first, last))
        for (step,) in steps_between(*forms, BlendEffect(count=count)):
            (stroke,) = step.style.strokes
            self.assertAlmostEqual(stroke.width, 1.0 + 8.0 * stroke.opacity)
            self.assertTrue(low - 1e-12 <= stroke.opacity <= high + 1e-12)
            self.assertAlmostEqual(step.style.fill_opacity, stroke.opacity)

    def test_a_gradient_lies_across_each_step(self):
        fades = [Gradient(stops=(Stop(0.0, c), Stop(1.0, "#000000"))) for c in (RED, BLUE)]
        value = drawing(
            painted(disc("one", 0j), fades[0]), painted(disc("two", 400 + 0j), fades[1])
        )
        value = done(value, kind="blend_items", items=["one", "two"], count=1, live=True)
        forms = [f for f in paintings_of(value, blend_in(value)) if f.style.is_seen]
        starts = [f.style.fill.place.origin for f in forms]
        self.assertAlmostEqual(starts[1].real, (starts[0].real + starts[2].real) / 2, places=6)
        self.assertFalse(forms[1].style.fill.boxed)

    def test_spacing_brings_the_steps_nearer_to_one_part(self):
        near = [m.real for m in middles(two(count=1, spacing="nearer_first"))]
        far = [m.real for m in middles(two(count=1, spacing="nearer_last"))]
        self.assertEqual((round(near[1]), round(far[1])), (150, 250))

    def test_hidden_parts_have_no_steps(self):
        value = two()
        hidden = done(value, kind="hide_items", items=["two"], hidden=True)
        self.assertEqual([round(m.real) for m in middles(hidden)], [100])


class LiveTest(unittest.TestCase):
    def test_what_cannot_be_blended_any_more_says_why_and_shows_its_parts(self):
        value = two()
        twice = leaf("two").contours * 2
        opened = Outline(id="two", name="two", contours=twice)
        value = updated(value, Delta(put=(opened,)))
        form = assembly_form(value, blend_in(value))
        self.assertIn("1 paths", form.trouble)
        self.assertEqual([round(m.real) for m in middles(value)], [100, 50])

    def test_too_many_anchors_are_told_not_shown(self):
        many = Contour(tuple(Anchor(complex(k, k % 2)) for k in range(290)))
        forms = [paintings_of(drawing(Outline(id="w", name="w", contours=(many,))), "w")] * 2
        count = MOST_ANCHORS // 580 + 1
        self.assertIn("too many", blended(forms, BlendEffect(count=count)).trouble)
        self.assertEqual(blended(forms, BlendEffect(count=count - 1)).trouble, "")

    def test_it_is_refused_what_makes_no_blend(self):
        value = drawing(disc("one"), disc("two", 90j), leaf("open"))
        path = Contour(value.items["open"].contours[0].anchors)
        value = updated(value, Delta(put=(replace(value.items["open"], contours=(path,)),)))
        for items, count, code in (
            (["one"], 3, "too_few"),
            (["one", "open"], 3, "not_alike"),
            (["one", "two"], 0, "bad_count"),
            (["one", "two"], 201, "bad_count"),
            (["layer-1", "one"], 3, "layers_on_top"),
        ):
            wanted = {"kind": "blend_items", "items": items, "count": count, "live": True}
            found = code_of(lambda wanted=wanted: apply(value, read_command(wanted)))
            self.assertEqual(found, code, items)

    def test_numbers_of_it_are_set_and_follow_formulas(self):
        value = two()
        blend = blend_in(value)
        follows = {"targets": [[blend, "result.count"]], "formula": "2 + 3", "unit": "px"}
        bound = done(value, kind="follow_formula", **follows)
        self.assertEqual(bound.items[blend].result.count, 5)
        self.assertEqual(len(middles(bound)), 7)
        result = {"kind": "blend", "count": 1, "spacing": "nearer_last"}
        value = done(value, kind="set_result", assembly=blend, result=result)
        self.assertEqual(len(middles(value)), 3)
        bad = {"kind": "set_result", "assembly": blend, "result": {"kind": "blend", "count": 900}}
        with self.assertRaises(Refusal):
            apply(value, read_command(bad))

    def test_it_is_found_where_a_step_lies_and_its_box_has_all(self):
        value = two()
        blend = blend_in(value)
        self.assertIn(blend, [p.item for p in pile(value, 200 + 100j, reach=1)])
        box = item_box(value, blend)
        self.assertEqual((round(box.left), round(box.right)), (60, 340))

    def test_the_canvas_gets_its_paintings_in_their_order(self):
        value = two()
        mark = drawable(value, blend_in(value)).assembly
        self.assertEqual(len(mark.below), 5)
        self.assertEqual(mark.result, BlendEffect())
        self.assertEqual(mark.trouble, "")

    def test_what_is_sent_shows_the_steps(self):
        image = sent(two()).convert("RGB")
        share = image.width / drawing().sheet.width
        spots = [image.getpixel((round(x * share), round(100 * share))) for x in (66, 200, 334)]
        self.assertGreater(spots[0][0], 200)
        self.assertGreater(spots[2][2], 200)
        self.assertNotIn(spots[1], (spots[0], spots[2], (255, 255, 255)))

    def test_it_is_read_again_as_it_was_stored_and_copied(self):
        value = two()
        blend = blend_in(value)
        item = value.items[blend]
        self.assertEqual(read(type(item), json.loads(json.dumps(write(item)))), item)
        clip = clip_of(value, [blend])
        self.assertEqual(read_clip(clip.text()), clip)


class BecomingTest(unittest.TestCase):
    def test_outlines_of_it_are_its_parts_and_steps_as_they_showed(self):
        value = two()
        blend = blend_in(value)
        before = sent(value).tobytes()
        after = done(value, kind="convert_to_outlines", items=[blend])
        self.assertIsInstance(after.items[blend], Group)
        held = after.tree.children(blend)
        self.assertEqual((held[0], held[-1], len(held)), ("one", "two", 5))
        self.assertEqual(sent(after).tobytes(), before)

    def test_taken_apart_only_the_parts_are_left(self):
        value = two()
        after = done(value, kind="separate_items", items=[blend_in(value)])
        self.assertEqual(list(after.tree.children("layer-1")), ["one", "two"])

    def test_a_paint_of_its_own_covers_every_step_holes_stay_holes(self):
        def square(at, half):
            corners = (-1 - 1j, 1 - 1j, 1 + 1j, -1 + 1j)
            return Contour(tuple(Anchor(at + half * c) for c in corners), True)

        value = drawing(
            *(
                Outline(id=n, name=n, contours=(square(at, 40), square(at, 20)), rule="evenodd")
                for n, at in (("one", 100 + 100j), ("two", 300 + 100j))
            )
        )
        value = done(value, kind="blend_items", items=["one", "two"], count=1, live=True)
        value = done(value, kind="set_fill", items=[blend_in(value)], colour="#00AA00")
        image = sent(value).convert("RGB")
        share = image.width / drawing().sheet.width
        spots = [image.getpixel((round(x * share), round(100 * share))) for x in (170, 200, 230)]
        self.assertEqual(spots[0], spots[2])
        self.assertEqual(spots[1], (255, 255, 255))

    def test_lines_cut_only_its_outlines(self):
        value = two()
        cut = {"kind": "cut_items", "items": [blend_in(value)], "line": [[200, 0], [200, 200]]}
        self.assertEqual(code_of(lambda: apply(value, read_command(cut))), "live_blend")
