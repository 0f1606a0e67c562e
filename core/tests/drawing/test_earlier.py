"""Items, sheets and commands as earlier forms of the program wrote them."""

import unittest

from buildup.drawing.codec import FORM, read_item, read_stored, write, write_item
from buildup.drawing.earlier import EARLIER_TYPES, ROLES
from buildup.drawing.sheet import Sheet
from buildup.edits.apply import COMMANDS, kind_of, read_command, write_command
from buildup.edits.earliercommands import FIELDS, KINDS, as_now

from core.tests.zoo import full

BACK = {new: old for old, new in ROLES.items()}
RESULTS = {"offset": "grown", "stroke": "stroked", "text": "lettered"}
STROKE = {"parts": [[[0.0, 0.0], [9.0, 0.0]]], "tolerance": 1.0}


def at_form_10(told):
    """An item's JSON values with the words of form 10."""
    told = dict(told)
    told["form"] = 10
    if told["type"] == "text":
        told["type"] = "words"
    for field in ("role", "operation"):
        if field in told:
            told[field] = BACK[told[field]] if told[field] else None
    if "result" in told:
        result = told.pop("result")
        told["edge"] = result and {**result, "kind": RESULTS[result["kind"]]}
        if result and "show_parts" in result:
            told["edge"]["shows"] = told["edge"].pop("show_parts")
    for holder in (told, told.get("edge") or {}):
        if holder.get("lettering"):
            lettering = dict(holder["lettering"])
            lettering["face"] = lettering.pop("font")
            lettering["face_name"] = lettering.pop("font_name")
            holder["lettering"] = lettering
    if "hand_stroke" in told:
        told["drawn"] = told.pop("hand_stroke")
    return told


class ItemsTest(unittest.TestCase):
    def test_items_of_form_10_are_what_they_were(self):
        old = 0
        for item in full().items.values():
            told = at_form_10(write_item(item))
            with self.subTest(item.id):
                self.assertEqual(read_item(told), item)
            old += {"edge", "drawn", "operation"} & told.keys() != set() or told["type"] == "words"
        self.assertGreaterEqual(old, 4)
        self.assertEqual(FORM, 15)
        self.assertEqual(EARLIER_TYPES, {"words": "text"})

    def test_the_sheet_of_form_10(self):
        reference = {
            "id": "u", "picture": 3, "name": "Body", "x": 9.0, "y": 9.0, "width": 40.0,
            "height": 30.0, "silhouette": {"paths": [], "pixel": 0.1},
        }  # fmt: skip
        sheet = read_stored(Sheet, {**write(Sheet()), "underlays": [reference]})
        (found,) = sheet.references
        self.assertEqual((found.picture, found.traced_area.pixel), (3, 0.1))


class CommandsTest(unittest.TestCase):
    def test_every_kind_that_was_renamed_is_read_as_one_that_there_is(self):
        now = {kind_of(c) for c in COMMANDS}
        self.assertEqual(set(KINDS.values()) - now, set())
        self.assertEqual(set(KINDS) & now, set())
        self.assertEqual(set(FIELDS) - now, set())

    def test_fields_of_commands_that_had_other_names_up_to_form_14(self):
        at = [["a", 0, 0], ["a", 0, 1]]
        for old, field, value in (
            ({"kind": "line_up", "anchors": at, "way": "level"}, "axis", "level"),
            ({"kind": "space_anchors", "anchors": at, "way": "upright"}, "axis", "upright"),
            ({"kind": "space_items", "items": ["a"], "way": "across"}, "axis", "across"),
            ({"kind": "flip_items", "items": ["a"], "way_over": "level"}, "axis", "level"),
            (
                {
                    "kind": "sweep_regions",
                    "items": ["a"],
                    "places": [],
                    "does": "remove",
                    "item": "b",
                },
                "operation",
                "remove",
            ),
            ({"kind": "save_style", "item": "a", "kept": "s"}, "style_id", "s"),
            ({"kind": "set_saved_style", "kept": "s"}, "style_id", "s"),
            ({"kind": "edit_text", "items": ["a"], "said": []}, "texts", ()),
            ({"kind": "set_text_path", "items": ["a"], "shows": True}, "show_parts", True),
        ):
            with self.subTest(old["kind"]):
                self.assertEqual(getattr(read_command(old), field), value)

    def test_edits_that_waited_in_a_page_of_before(self):
        for old, new in (
            (
                {"kind": "set_edge", "assembly": "a", "edge": {"kind": "grown", "distance": 3.0}},
                {"kind": "set_result", "assembly": "a"},
            ),
            (
                {"kind": "set_part", "items": ["b"], "role": "inverts"},
                {"kind": "set_part", "items": ["b"], "role": "exclusion"},
            ),
            (
                {"kind": "settle_anchors", "anchors": [["o", 0, 1]], "underlay": "u", "reach": 2.0},
                {"kind": "fit_to_reference", "reference": "u", "reach": 2.0},
            ),
            (
                {"kind": "set_silhouette", "underlay": "u", "silhouette": None},
                {"kind": "set_traced_area", "reference": "u"},
            ),
            ({"kind": "remove_items", "items": ["b"]}, {"kind": "delete_items", "items": ["b"]}),
        ):
            with self.subTest(old["kind"]):
                command = read_command(old)
                told = write_command(command)
                self.assertEqual({name: told[name] for name in new}, new)
                self.assertEqual(read_command(told), command)
        result = read_command({"kind": "set_edge", "assembly": "a", "edge": {"kind": "stroked"}})
        self.assertEqual(result.result.kind, "stroke")

    def test_what_is_no_command_stays_what_it_is(self):
        for told in ({}, {"kind": 3}, {"kind": "never_was", "x": 1}):
            self.assertEqual(as_now(told), told)
