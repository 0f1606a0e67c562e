"""What steps are called, and what items are called that nobody named."""

import unittest
from dataclasses import replace

from buildup.edits.anchors.anchoredits import MoveAnchors, SetAnchorKind
from buildup.edits.apply import apply
from buildup.edits.assemblies.combining import Assemble, SetAssembly
from buildup.edits.change import updated
from buildup.edits.items.containers import SeparateItems
from buildup.edits.paint.styling import AddStroke, SetFill
from buildup.edits.shapes.dials import DragPeg, SetDial
from buildup.edits.shapes.shaping import ChangeShape, ConvertToOutlines

from core.tests.zoo import disc, drawing, leaf, plate


class StepNamesTest(unittest.TestCase):
    """A step says what changed, and of what."""

    def titles(self, value, *commands):
        return [c.title(value) for c in commands]

    def test_one_item_by_its_name_several_by_their_number(self):
        value = drawing(replace(plate("p"), name="Ellipse 2"), disc("d"), leaf("l"))
        titles = self.titles(
            value,
            SetDial(items=("p",), dial="radius", value=3.0),
            DragPeg(item="p", dial="radius", to=(1.0, 1.0)),
            SetFill(items=("p",), colour="#FF0000"),
            SetFill(items=("p", "l"), colour="#FF0000"),
            AddStroke(items=("p",)),
            ConvertToOutlines(items=("p",)),
            ConvertToOutlines(items=("p", "d")),
            MoveAnchors(anchors=(("l", 0, 0),), by=(1.0, 1.0)),
            SetAnchorKind(anchors=(("l", 0, 0),), to="smooth"),
            SeparateItems(items=("p",)),
        )
        self.assertEqual(
            titles,
            [
                "Change corner radius of Ellipse 2",
                "Change corner radius of Ellipse 2",
                "Change fill of Ellipse 2",
                "Change fill of 2 items",
                "Add stroke to Ellipse 2",
                "Convert Ellipse 2 to outlines",
                "Convert 2 items to outlines",
                f"Move anchor of {value.items['l'].name}",
                f"Make anchor of {value.items['l'].name} smooth",
                "Separate Ellipse 2",
            ],
        )

    def test_a_dial_by_its_label_and_what_is_not_there_by_the_command(self):
        value = drawing(disc("d"))
        self.assertEqual(
            SetDial(items=("gone",), dial="inner", value=1.0).title(value), "Change inner"
        )
        self.assertEqual(SetFill(items=("gone",), colour=None).title(value), "Change fill")


class ItemNamesTest(unittest.TestCase):
    """Names that nobody gave say what an item is."""

    def after(self, value, command):
        return updated(value, apply(value, command).forward)

    def test_converted_and_changed_items(self):
        value = drawing(replace(disc("d"), name="Ellipse 2"), replace(plate("p"), name="Scratch"))
        there = self.after(value, ConvertToOutlines(items=("d", "p")))
        self.assertEqual(there.items["d"].name, "Outline 2")
        self.assertEqual(there.items["p"].name, "Scratch")  # somebody called it that
        there = self.after(value, ChangeShape(items=("d",), shape="star"))
        self.assertEqual(there.items["d"].name, "Star 2")

    def test_a_name_that_is_taken_gets_the_next_number(self):
        value = drawing(replace(disc("d"), name="Ellipse 2"), replace(leaf("l"), name="Outline 2"))
        there = self.after(value, ConvertToOutlines(items=("d",)))
        self.assertEqual(there.items["d"].name, "Outline 3")

    def test_assemblies_by_their_operation(self):
        value = drawing(disc("d"), plate("p"))
        there = self.after(
            value, Assemble(items=("d", "p"), assembly="a", operation="intersection")
        )
        self.assertEqual(there.items["a"].name, "Intersection 1")
        there = self.after(there, SetAssembly(assembly="a", operation="union"))
        self.assertEqual(there.items["a"].name, "Union 1")
        change = apply(there, ConvertToOutlines(items=("a",)))
        self.assertEqual(change.name, "Convert Union 1 to outlines")
        names = [i.name for i in updated(there, change.forward).items.values()]
        self.assertIn("Outline 1", names)
        back = updated(updated(there, change.forward), change.back)
        self.assertEqual(back.items["a"].name, "Union 1")
