"""What an edit says is to be selected after it."""

import unittest

from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated

from core.tests.zoo import drawing, leaf, plate, ring, words


def after(value, **told):
    """The drawing after an edit, and what it says is to be selected."""
    delta = apply(value, read_command(told)).forward
    return updated(value, delta), delta.selects


class SelectsTest(unittest.TestCase):
    def setUp(self):
        self.value = drawing(ring("a"), ring("b"), leaf(), plate(), words("w"))

    def test_what_changes_in_place_says_nothing(self):
        for told in (
            {"kind": "move_items", "items": ["a"], "by": [3, 4]},
            {"kind": "delete_items", "items": ["a", "b"]},
            {"kind": "group_items", "items": ["a", "b"], "group": "g"},
        ):
            with self.subTest(told["kind"]):
                value, selects = after(self.value, **told)
                self.assertEqual(selects, ())
                self.assertNotEqual(value, self.value)

    def test_copies_are_selected_and_rounds_of_them_with_what_was_copied(self):
        value, selects = after(
            self.value, kind="move_items", items=["a", "b"], by=[50, 0], copies="c"
        )
        self.assertEqual(len(selects), 2)
        self.assertTrue(all(i in value.items and i not in self.value.items for i in selects))
        value, selects = after(
            self.value, kind="row_of_copies", items=["a"], copies="c", count=3, distance=40
        )
        self.assertEqual((selects[0], len(selects)), ("a", 3))

    def test_what_a_container_held_is_selected_once_it_is_gone(self):
        value, _ = after(self.value, kind="group_items", items=["a", "b"], group="inner")
        value, _ = after(value, kind="group_items", items=["inner", "leaf"], group="outer")
        _, selects = after(value, kind="separate_items", items=["outer"])
        self.assertEqual(set(selects), {"inner", "leaf"})
        _, selects = after(value, kind="separate_items", items=["outer", "inner"])
        self.assertEqual(set(selects), {"a", "b", "leaf"})
        value, selects = after(value, kind="separate_items", items=["outer", "w"])
        self.assertEqual(set(selects), {"inner", "leaf", "w"})  # others stay selected

    def test_an_outline_that_is_broken_apart_is_selected_with_its_parts(self):
        value, _ = after(self.value, kind="make_compound", items=["a", "b"])
        compound = next(i for i in value.items if i not in self.value.items or i == "a")
        value, selects = after(value, kind="separate_items", items=[compound])
        self.assertEqual(len(selects), 2)
        self.assertIn(compound, selects)

    def test_what_is_converted_stays_selected_or_what_came_of_it_is(self):
        _, selects = after(self.value, kind="convert_to_outlines", items=["plate"])
        self.assertEqual(selects, ("plate",))
        value, selects = after(self.value, kind="convert_to_outlines", items=["plate", "w"])
        self.assertEqual(selects[0], "plate")
        self.assertTrue(set(selects) <= set(value.items))
        value, _ = after(self.value, kind="make_symmetry", items=["a"], symmetry="s")
        value, selects = after(value, kind="convert_to_outlines", items=["s"])
        self.assertTrue(selects)
        self.assertTrue(set(selects) <= set(value.items))

    def test_an_assembly_is_selected_once_it_is_made(self):
        _, selects = after(self.value, kind="assemble", items=["a", "b"], assembly="n")
        self.assertEqual(selects, ("n",))
