"""Measures: what follows them, what the hand turns, sets, readings, and what is refused."""

import itertools
import json
import unittest
from dataclasses import replace
from unittest import mock

from buildup.contours.corners import corner_directions
from buildup.drawing.codec import write_item
from buildup.drawing.items import Items
from buildup.drawing.paint import Blur, Finish, Gradient, Shadow, Stop, Stroke, Style
from buildup.drawing.sheet import Guide
from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.edits.library.libraryplacement import shelf_clip
from buildup.edits.measures import followed
from buildup.errors import Refusal
from buildup.following.bounds import SHEET, bounds_of, number_at
from buildup.following.carrying import clip_with_measures
from buildup.following.fields import field_at
from buildup.forms.contours import assembly_form
from buildup.repainting import preview
from buildup.view.drawables import drawable
from buildup.view.measuretable import formula_words, measure_table
from buildup.view.selection import selection

from core.tests.zoo import bracket, drawing, full, leaf, nested, plate

MM = 96 / 25.4


def done(before, **data):
    return updated(before, apply(before, read_command(data)).forward)


def follow(before, formula, *targets, unit="px"):
    return done(
        before,
        kind="follow_formula",
        targets=[list(t) for t in targets],
        formula=formula,
        unit=unit,
    )


def measured(before, **formulas):
    for name, formula in formulas.items():
        measure = {"id": f"m-{name}", "name": name, "formula": formula, "unit": "px", "note": ""}
        before = done(before, kind="add_measure", measure=measure)
    return before


def change(before, name, formula, column=None):
    return done(before, kind="change_measure", measure=f"m-{name}", formula=formula, column=column)


def formula_of(after, name):
    return next(m.formula for m in after.sheet.measures if m.name == name)


def rich():
    """A drawing in which everything that may follow is there."""
    stops = (Stop(0.0, "#FFFFFF"), Stop(0.5, "#0C6B65", 0.5), Stop(1.0, "#1B2924"))
    strokes = (
        Stroke(width=3.0, dashes=(6.0, 4.0), join="miter"),
        Stroke(width=1.0, paint=Gradient(stops=stops)),
    )
    finish = Finish(effects=(Blur(), Shadow()))
    style = Style(fill=Gradient(stops=stops), strokes=strokes, finish=finish)
    made = full()
    painted = replace(made.items["hexagon"], style=style)
    made = replace(made, items={**made.items, "hexagon": painted})
    sheet = replace(made.sheet, guides=(Guide(id="g", x=50.0, y=60.0, angle=90.0),), measures=())
    return replace(made, sheet=replace(sheet, measure_sets=()))


FIELDS = (
    ("plate", "dials.radius", "12 px"),
    ("hexagon", "dials.sides", "7"),
    ("plate", "frame.nw.x", "31 px"),
    ("leaf", "frame.middle.y", "44.7 px"),
    ("plate", "frame.nw.width", "81 px"),
    ("plate", "frame.nw.height", "23 px"),
    ("plate", "frame.nw.angle", "17°"),
    ("words", "frame.middle.angle", "17°"),
    ("hexagon", "style.strokes.0.width", "5 px"),
    ("hexagon", "style.strokes.0.dashes.1", "9 px"),
    ("hexagon", "style.strokes.0.dash_from", "2 px"),
    ("hexagon", "style.strokes.0.miter_limit", "7"),
    ("hexagon", "style.strokes.1.opacity", "40%"),
    ("hexagon", "style.strokes.1.paint.stops.1.at", "30%"),
    ("hexagon", "style.fill.stops.1.at", "25%"),
    ("hexagon", "style.fill.stops.2.opacity", "60%"),
    ("hexagon", "style.fill_opacity", "70%"),
    ("hexagon", "style.finish.opacity", "80%"),
    ("hexagon", "style.finish.effects.0.radius", "6 px"),
    ("hexagon", "style.finish.effects.1.by.x", "9 px"),
    ("hexagon", "style.finish.effects.1.opacity", "20%"),
    ("pair", "finish.opacity", "35%"),
    ("bracket", "contours.0.anchors.1.corner.radius", "4 px"),
    ("leaf", "contours.0.anchors.1.at.x", "120 px"),
    ("leaf", "contours.0.anchors.1.at.y", "7 px"),
    ("words", "lettering.size", "33 px"),
    ("words", "lettering.tracking", "20"),
    ("words", "lettering.leading", "140%"),
    ("words", "radius", "200 px"),
    ("round", "result.lettering.size", "21 px"),
    ("round", "result.start", "60%"),
    ("round", "result.offset", "5 px"),
    ("whirl", "centre.x", "470 px"),
    ("whirl", "angle", "12°"),
    ("whirl", "count", "5"),
    (SHEET, "width", "900 px"),
    (SHEET, "guides.0.x", "77 px"),
    (SHEET, "grid.step", "12 px"),
)
"""A number of each kind that may follow, and another value for it."""


class FieldTest(unittest.TestCase):
    def test_each_follows_a_measure_and_comes_to_what_typing_it_does(self):
        for item, path, value in FIELDS:
            with self.subTest(f"{item}.{path}"):
                before = measured(rich(), v=value, w="v")
                self.assertIsNotNone(field_at(before, item, path))
                typed = follow(before, value, (item, path))
                bound = follow(before, "=w", (item, path))
                number = number_at(bound, item, path)
                self.assertEqual(number, number_at(typed, item, path))
                self.assertNotAlmostEqual(number, number_at(before, item, path), places=3)
                held = [b for bounds in bounds_of(bound).values() for b in bounds]
                self.assertEqual([(b.item, b.path, b.formula) for b in held], [(item, path, "=w")])
                # it keeps its number when it is let go, and follows no more
                free = change(follow(bound, "", (item, path)), "v", value.replace("%", "0%"))
                self.assertEqual(number_at(free, item, path), number)

    def test_there_and_back_by_a_set_is_bit_for_bit_the_same(self):
        before = measured(rich(), **{f"v{n}": value for n, (_, _, value) in enumerate(FIELDS)})
        for n, (item, path, _) in enumerate(FIELDS):
            # of outlines and text only positions are exact; what is held on a seam is pulled to it
            placed = item in ("words", "leaf") and "frame" in path
            if not placed and (item != "whirl" or path == "count"):
                before = follow(before, f"v{n}", (item, path))
        before = follow(before, "v3 * 1.1", ("leaf", "frame.middle.y"))
        other = done(before, kind="add_measure_set", set="s", called="S")
        for n, (_, path, value) in enumerate(FIELDS):
            smaller = value if "count" in path or "sides" in path else f"{value} * 0.731"
            other = change(other, f"v{n}", smaller, column="s")
        back = done(other, kind="show_measure_set", set=None)
        self.assertEqual(dict(back.items), dict(before.items))
        again = done(back, kind="show_measure_set", set="s")
        self.assertEqual(dict(again.items), dict(other.items))
        self.assertNotEqual(dict(again.items), dict(before.items))

    def test_in_whatever_order_things_are_bound_the_same_comes_of_it(self):
        steps = (
            ("r * 2", ("plate", "dials.radius")),
            ("n * r", ("plate", "frame.nw.width")),
            ("r + 1 px", ("hexagon", "style.strokes.0.width")),
        )
        results = set()
        for order in itertools.permutations(steps):
            made = measured(rich(), r="3 px", n="40")
            for formula, target in order:
                made = follow(made, formula, target)
            made = change(made, "r", "4 px")
            numbers = tuple(number_at(made, *target) for _, target in steps)
            results.add((*numbers, number_at(made, "plate", "frame.nw.x")))
        self.assertEqual(len(results), 1)

    def test_formulas_stay_with_the_value_that_they_set(self):
        before = follow(measured(rich(), r="5 px"), "r", ("hexagon", "style.strokes.0.width"))
        turned = done(before, kind="order_stroke", items=["hexagon"], stroke=0)
        self.assertEqual([b.path for b in bounds_of(turned)["hexagon"]], ["style.strokes.1.width"])
        grown = change(turned, "r", "8 px")
        self.assertEqual([s.width for s in grown.items["hexagon"].style.strokes], [1.0, 8.0])
        cornered = follow(
            measured(drawing(bracket()), r="4 px"),
            "r",
            ("bracket", "contours.0.anchors.1.corner.radius"),
        )
        more = done(cornered, kind="insert_anchor", item="bracket", at=[600, 40])
        grown = change(more, "r", "5 px")
        self.assertEqual(number_at(grown, "bracket", "contours.0.anchors.2.corner.radius"), 5.0)

    def test_what_follows_is_kept_as_json_and_read_only_where_it_is_needed(self):
        before = follow(measured(rich(), r="5 px"), "r", ("plate", "dials.radius"))
        texts = {i: json.dumps(write_item(item)) for i, item in before.items.items()}
        held = Items(texts)
        stored = replace(before, items=held)
        after = change(stored, "r", "7 px")
        self.assertEqual(number_at(after, "plate", "dials.radius"), 7.0)
        unread = [i for i in held if held.unread(i) is not None]
        self.assertGreater(len(unread), len(texts) - 4)


class HandTest(unittest.TestCase):
    def setUp(self):
        made = measured(drawing(plate(), plate("other"), leaf()), r="10 px", gap="r * 2")
        self.made = follow(made, "r", ("plate", "dials.radius"), ("other", "dials.radius"))

    def test_a_peg_turns_the_measure_and_everything_follows(self):
        frame = self.made.items["plate"].frame
        to = frame.place(complex(-frame.width / 2 + 17, -frame.height / 2))
        after = done(self.made, kind="drag_peg", item="plate", dial="radius", to=[to.real, to.imag])
        self.assertEqual(formula_of(after, "r"), "17 px")
        self.assertEqual(number_at(after, "other", "dials.radius"), 17.0)

    def test_a_measure_that_is_scaled_and_shifted_is_turned_through_its_formulas(self):
        made = change(self.made, "r", "2 px")
        made = follow(made, "3 px - gap / 4", ("leaf", "style.strokes.0.width"))
        after = done(made, kind="set_stroke_width", items=["leaf"], width=1.0)
        # 1 = 3 - gap / 4, gap = 8, r = 4
        self.assertEqual(formula_of(after, "r"), "4 px")
        self.assertEqual(formula_of(after, "gap"), "r * 2")
        self.assertEqual(number_at(after, "plate", "dials.radius"), 4.0)

    def test_in_a_set_its_value_in_the_set_is_turned(self):
        shown = done(self.made, kind="add_measure_set", set="s", called="S")
        own = done(shown, kind="set_dial", items=["plate"], dial="radius", value=3.0)
        self.assertEqual((formula_of(own, "r"), own.sheet.measure_sets[0].formulas), ("3 px", ()))
        set_ = change(shown, "r", "5 px", column="s")
        after = done(set_, kind="set_dial", items=["plate"], dial="radius", value=3.0)
        self.assertEqual(formula_of(after, "r"), "10 px")
        self.assertEqual(after.sheet.measure_sets[0].formulas, (("m-r", "3 px"),))

    def test_what_no_single_measure_decides_is_held_and_can_be_let_go(self):
        for formula in (
            "r + gap",
            "r * r / 10 px",
            "10 px * 10 px / r",
            "max(r, 4 px)",
            "leaf.width",
        ):
            with self.subTest(formula):
                made = follow(self.made, formula, ("plate", "frame.nw.x"))
                with self.assertRaises(Refusal) as held:
                    done(made, kind="move_items", items=["plate"], by=[5, 0])
                self.assertEqual(held.exception.code, "held_by_formula")
                self.assertEqual(held.exception.place, "plate:frame.nw.x")
                self.assertIn(formula, held.exception.sentence)
                # along the other axis nothing holds it
                done(made, kind="move_items", items=["plate"], by=[0, 5])
                free = follow(made, "", ("plate", "frame.nw.x"))
                done(free, kind="move_items", items=["plate"], by=[5, 0])

    def test_many_that_are_moved_together_show_what_follows(self):
        made = follow(self.made, "gap", ("plate", "frame.nw.x"))
        move = read_command({"kind": "move_items", "items": ["plate", "leaf"], "by": [4, 0]})
        shown = preview(made, move, ["plate", "leaf"])
        self.assertIn("plate", {d.id for d in shown.items})
        self.assertEqual(formula_of(updated(made, apply(made, move).forward), "r"), "12 px")


class ReadingTest(unittest.TestCase):
    def test_what_is_read_off_an_item_follows_its_edits_in_order(self):
        made = measured(drawing(plate(), plate("other"), plate("third")), half="plate.width / 2")
        made = follow(made, "half", ("other", "frame.middle.width"))
        made = follow(made, "other.width / 2", ("third", "frame.middle.width"))
        self.assertAlmostEqual(number_at(made, "third", "frame.middle.width"), 25.0)
        after = done(made, kind="place_items", items=["plate"], width=200.0)
        self.assertAlmostEqual(number_at(after, "other", "frame.middle.width"), 100.0)
        self.assertAlmostEqual(number_at(after, "third", "frame.middle.width"), 50.0)

    def test_each_reading_beside_what_is_known_of_a_rectangle(self):
        made = drawing(plate(radius=0.0))
        known = {
            "width": 100.0,
            "height": 60.0,
            "perimeter": 320.0,
            "length": 320.0,
            "area": 6000.0,
            "angle": 30.0,
        }
        for what in known:
            made = measured(made, **{f"q_{what}": f"plate.{what}"})
        rows = measure_table(made).rows
        for row, (what, value) in zip(rows, known.items(), strict=True):
            with self.subTest(what):
                self.assertEqual(row.problem, "")
                number = float(row.result.split()[0].removesuffix("°"))
                self.assertAlmostEqual(number, value, places=2)

    def test_circles_through_geometry_are_refused_with_the_way_round(self):
        made = measured(drawing(plate(), plate("other")), w="plate.width * 2")
        made = follow(made, "w", ("other", "frame.middle.width"))
        with self.assertRaises(Refusal) as refused:
            follow(made, "other.width / 3", ("plate", "frame.middle.width"))
        self.assertEqual(refused.exception.code, "bad_formula")
        self.assertIn(
            "Width of “plate” → Width of “other” → Width of “plate”", str(refused.exception)
        )
        # where something stands changes nothing of its size
        follow(made, "other.width / 3", ("plate", "frame.middle.x"))

    def test_formulas_go_on_reading_an_item_that_is_renamed(self):
        made = measured(drawing(plate(), plate("other")), half="Plate.width / 2")
        made = follow(made, "plate.height", ("other", "dials.radius"))
        after = done(made, kind="rename_item", item="plate", called="Bridge plate")
        self.assertEqual(formula_of(after, "half"), "bridge_plate.width / 2")
        self.assertEqual(bounds_of(after)["other"][0].formula, "bridge_plate.height")
        same = done(after, kind="place_items", items=["plate"], height=80.0)
        self.assertAlmostEqual(number_at(same, "other", "dials.radius"), 80.0)
        # a name that another item has is nobody's: what follows keeps its number
        taken = done(made, kind="rename_item", item="plate", called="other")
        self.assertEqual(formula_of(taken, "half"), "Plate.width / 2")
        self.assertEqual(number_at(taken, "other", "dials.radius"), 60.0)

    def test_what_holds_the_item_is_read_with_it(self):
        made = measured(nested(leaf(), plate(), leaf("second", by=300 + 100j)), r="5 px")
        grouped = done(made, kind="group_items", items=["leaf", "plate"], group="g2", called="Both")
        grouped = follow(grouped, "both.width / 10", ("second", "style.strokes.0.width"))
        before = number_at(grouped, "second", "style.strokes.0.width")
        after = done(grouped, kind="move_items", items=["leaf"], by=[-400, 0])
        self.assertGreater(number_at(after, "second", "style.strokes.0.width"), before + 5.0)

    def test_a_name_that_is_gone_or_stands_for_several_leaves_numbers_as_they_are(self):
        made = follow(drawing(plate(), plate("other")), "other.width", ("plate", "dials.radius"))
        gone = done(made, kind="delete_items", items=["other"])
        self.assertEqual(number_at(gone, "plate", "dials.radius"), 100.0)
        (mark,) = selection(gone, ["plate"]).follows
        self.assertIn("No item is called “other”", mark.problem)
        twice = done(made, kind="duplicate_items", items=["other"], copies=["c"], by=[5, 5])
        (mark,) = selection(twice, ["plate"]).follows
        self.assertIn("2 items are called “other”", mark.problem)


class MeasureTest(unittest.TestCase):
    def setUp(self):
        made = measured(drawing(plate(), leaf()), r="10 px", gap="r * 2")
        made = follow(made, "gap + r", ("plate", "dials.radius"))
        made = follow(made, "r", (SHEET, "grid.step"))
        self.made = done(made, kind="add_measure_set", set="s", called="S")

    def test_a_new_name_is_its_name_everywhere(self):
        made = change(self.made, "gap", "r * 3", column="s")
        after = done(made, kind="change_measure", measure="m-r", called="radius")
        self.assertEqual(formula_of(after, "gap"), "radius * 2")
        self.assertEqual(after.sheet.measure_sets[0].formulas, (("m-gap", "radius * 3"),))
        formulas = {b.formula for bounds in bounds_of(after).values() for b in bounds}
        self.assertEqual(formulas, {"gap + radius", "radius"})
        self.assertEqual(number_at(after, "plate", "dials.radius"), 40.0)

    def test_what_followed_a_deleted_one_keeps_its_number_and_says_so(self):
        forward = apply(
            self.made, read_command({"kind": "delete_measures", "measures": ["m-r"]})
        ).forward
        self.assertEqual(forward.message, "Followed by 2 values until now; each keeps its number.")
        after = updated(self.made, forward)
        self.assertEqual(number_at(after, "plate", "dials.radius"), 30.0)
        (mark,) = selection(after, ["plate"]).follows
        self.assertIn("“gap”", mark.problem)
        # an edit of something else goes on, and with a measure of that name it follows again
        done(after, kind="set_dial", items=["plate"], dial="radius", value=5.0)
        again = measured(after, r="2 px")
        self.assertEqual(number_at(again, "plate", "dials.radius"), 6.0)

    def test_the_table_says_what_each_comes_to_and_who_follows_it(self):
        rows = {
            m.name: r
            for m, r in zip(self.made.sheet.measures, measure_table(self.made).rows, strict=True)
        }
        self.assertEqual((rows["gap"].result, rows["gap"].kind), ("20 px", "length"))
        self.assertEqual(
            {(u.label, u.name) for u in rows["r"].uses},
            {("measure", "gap"), ("Corner radius", "plate"), ("Grid spacing", "Sheet")},
        )
        known = {w.word for w in formula_words(self.made)}
        self.assertTrue({"r", "gap", "plate.width", "leaf.area", "sqrt(", "phi"} <= known)

    def test_what_is_refused_changes_nothing(self):
        cases = (
            ("bad_formula", {"formula": "r +"}),
            ("bad_formula", {"formula": "gap"}),
            ("bad_formula", {"formula": "10 px + 3°"}),
            ("bad_formula", {"formula": "1 px / (gap - gap)"}),
            ("bad_formula", {"formula": "nothing * 2"}),
            ("bad_formula", {"formula": "3°"}),
            ("dial_out_of_range", {"formula": "-4 px"}),
            ("measure_exists", {"called": "gap"}),
            ("bad_measure_name", {"called": "2r"}),
            ("bad_measure_name", {"called": "mm"}),
            ("bad_measure_note", {"note": "x" * 201}),
            ("unknown_measure_set", {"formula": "1 px", "column": "gone"}),
        )
        for code, data in cases:
            with self.subTest(data), self.assertRaises(Refusal) as refused:
                done(self.made, kind="change_measure", measure="m-r", **data)
            self.assertEqual(refused.exception.code, code)
        for code, data in (
            ("unknown_measure", {"kind": "change_measure", "measure": "gone", "formula": "1"}),
            ("unknown_measure", {"kind": "delete_measures", "measures": ["gone"]}),
            ("unknown_measure_set", {"kind": "show_measure_set", "set": "gone"}),
            ("measure_set_exists", {"kind": "add_measure_set", "set": "t", "called": "S"}),
            ("cannot_follow", {"kind": "follow_formula", "targets": [["leaf", "nothing"]]}),
        ):
            with self.subTest(code), self.assertRaises(Refusal) as refused:
                done(self.made, **({"formula": "r"} if code == "cannot_follow" else {}), **data)
            self.assertEqual(refused.exception.code, code)

    def test_a_field_says_which_kind_it_needs(self):
        for path, formula in (
            ("dials.radius", "n"),
            ("frame.nw.angle", "r"),
            ("style.fill_opacity", "r"),
            ("style.strokes.0.miter_limit", "r"),
        ):
            made = measured(self.made, n="3")
            with self.subTest(path), self.assertRaises(Refusal) as refused:
                follow(made, formula, ("plate", path))
            self.assertIn("needs", refused.exception.sentence)

    def test_a_locked_item_refuses_what_it_would_follow(self):
        locked = done(self.made, kind="lock_items", items=["plate"], locked=True)
        with self.assertRaises(Refusal) as refused:
            change(locked, "r", "4 px")
        self.assertEqual(refused.exception.code, "locked_item")
        self.assertIn("Corner radius of “plate”, which follows gap + r", str(refused.exception))

    def test_only_what_hangs_on_a_measure_is_worked_out(self):
        many = [plate(f"p{n}") for n in range(60)]
        made = measured(drawing(*many), r="5 px", q="7 px")
        made = follow(made, "r", *((f"p{n}", "dials.radius") for n in range(20)))
        made = follow(made, "q", *((f"p{n}", "dials.radius") for n in range(20, 60)))
        with mock.patch.object(followed, "setting", wraps=followed.setting) as set_numbers:
            after = change(made, "r", "6 px")
        self.assertEqual(set_numbers.call_count, 1)  # of all twenty at once
        self.assertEqual(len(set_numbers.call_args.args[1]), 20)
        for n in range(20, 60):
            self.assertIs(after.items[f"p{n}"], made.items[f"p{n}"])
        with mock.patch.object(followed, "setting", wraps=followed.setting) as set_numbers:
            done(made, kind="rename_item", item="p3", called="Third")
            done(made, kind="set_dial", items=["p3"], dial="style", value=1.0)
        self.assertEqual(set_numbers.call_count, 0)


class AssemblyTest(unittest.TestCase):
    def setUp(self):
        parts = {"items": ["plate", "other"], "assembly": "asm", "operation": "union"}
        other = done(drawing(plate("other")), kind="move_items", items=["other"], by=[70, 40])
        made = measured(drawing(plate(radius=0.0), other.items["other"]), r="6 px")
        self.made = done(made, kind="assemble", **parts)

    def test_a_corner_that_it_makes_follows_and_is_found_again(self):
        sharp = assembly_form(self.made, "asm").sharp[0]
        (n, *_) = [k for k in range(len(sharp.anchors)) if corner_directions(sharp, k)]
        path = f"contours.0.anchors.{n}.corner.radius"
        bound = follow(self.made, "r", ("asm", path))
        (corner,) = bound.items["asm"].corners
        self.assertEqual(corner.corner.radius, 6.0)
        self.assertEqual([m.path for m in selection(bound, ["asm"]).follows], [path])
        moved = done(bound, kind="move_items", items=["other"], by=[3, 1])
        wider = change(moved, "r", "9 px")
        self.assertEqual(wider.items["asm"].corners[0].corner.radius, 9.0)

    def test_an_offset_follows_its_distance_and_its_steps(self):
        grown = done(
            self.made, kind="set_result", assembly="asm", result={"kind": "offset", "distance": 2.0}
        )
        grown = measured(grown, n="3")
        grown = follow(grown, "r / 2", ("asm", "result.distance"))
        grown = follow(grown, "n", ("asm", "result.count"))
        result = change(change(grown, "r", "10 px"), "n", "4").items["asm"].result
        self.assertEqual((result.distance, result.count), (5.0, 4))
        # typed elsewhere, it turns what it follows
        turned = done(
            grown,
            kind="set_result",
            assembly="asm",
            result={"kind": "offset", "distance": 7.0, "count": 3},
        )
        self.assertEqual(formula_of(turned, "r"), "14 px")


class CopyTest(unittest.TestCase):
    def test_copies_follow_all_but_where_their_original_stands(self):
        made = measured(drawing(plate()), r="10 px")
        made = follow(made, "r", ("plate", "dials.radius"))
        made = follow(made, "r * 4", ("plate", "frame.nw.x"))
        made = done(made, kind="row_of_copies", items=["plate"], copies="c", count=3, distance=50)
        paths = {i: [b.path for b in found] for i, found in bounds_of(made).items() if i}
        self.assertEqual(paths["plate"], ["dials.radius", "frame.nw.x"])
        self.assertEqual((paths["c-1"], paths["c-2"]), (["dials.radius"], ["dials.radius"]))

    def clip(self):
        made = measured(drawing(plate()), r="6 px", gap="r * 2")
        made = follow(made, "gap", ("plate", "dials.radius"))
        made = follow(made, "gap * 4", ("plate", "frame.middle.width"))
        return shelf_clip(clip_with_measures(made, ["plate"]).text()).text()

    def test_pasted_items_share_a_measure_of_the_same_value_or_bring_their_own(self):
        clip = self.clip()
        for own, names, width in (
            ({}, ["r", "gap"], 48.0),
            ({"r": "6 px"}, ["r", "gap"], 48.0),
            ({"r": "0.0625 in"}, ["r", "gap"], 48.0),
            ({"r": "9 px"}, ["r", "r_2", "gap"], 48.0),
            ({"r": "9 px", "gap": "1 px"}, ["r", "gap", "r_2", "gap_2"], 48.0),
        ):
            with self.subTest(own):
                made = done(measured(drawing(), **own), kind="paste_items", clip=clip, copies="p")
                self.assertEqual([m.name for m in made.sheet.measures], names)
                self.assertEqual(number_at(made, "p-1", "frame.middle.width"), width)
                name = "r_2" if "r_2" in names else "r"
                ids = {m.name: m.id for m in made.sheet.measures}
                wider = done(made, kind="change_measure", measure=ids[name], formula="7 px")
                self.assertEqual(number_at(wider, "p-1", "frame.middle.width"), 56.0)
                again = done(wider, kind="delete_items", items=["p-1"])
                self.assertEqual(len(again.sheet.measures), len(names))

    def test_a_linked_copy_has_values_of_its_own_which_stay_when_its_source_changes(self):
        clip = self.clip()
        placed = {
            "kind": "place_from_shelf",
            "called": "Plate",
            "start": [100, 100],
            "entry": "key",
        }
        made = done(drawing(), clip=clip, copies="one", **placed)
        made = done(made, clip=clip, copies="two", **placed)
        self.assertEqual(made.sheet.measures, ())
        self.assertEqual(bounds_of(made), {SHEET: ()})
        (mark,) = drawable(made, "one").link.measures  # gap follows r, and is no dial
        self.assertEqual((mark.name, mark.formula), ("r", "6 px"))

        def updated_to(before, state, text, values):
            return done(
                before,
                kind="update_linked_copies",
                items=["one", "two"] if values is None else ["one"],
                clip=text,
                copies=f"u{state}",
                entry="key",
                state=state,
                **({} if values is None else {"values": values}),
            )

        def width(value, copy):
            (held,) = value.tree.children(copy)
            return number_at(value, held, "frame.middle.width")

        own = updated_to(made, 1, clip, {"r": "10 px"})
        self.assertEqual((width(own, "one"), width(own, "two")), (80.0, 48.0))
        self.assertEqual(drawable(own, "one").link.measures[0].formula, "10 px")
        other = clip.replace('"6 px"', '"7 px"').replace("gap * 4", "gap * 3")
        after = updated_to(own, 2, other, None)
        self.assertEqual(after.items["one"].values, (("r", "10 px"),))
        self.assertEqual(width(after, "one"), 60.0)
        given_up = updated_to(after, 3, other, {"r": None})
        self.assertEqual(given_up.items["one"].values, ())
        with self.assertRaises(Refusal) as refused:
            updated_to(after, 4, other, {"r": "-3 px"})
        self.assertEqual(refused.exception.code, "dial_out_of_range")


if __name__ == "__main__":
    unittest.main()
