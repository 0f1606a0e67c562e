"""Groups whose front item masks the others: made, changed, given up; what shows of them."""

import unittest

from buildup.edits.apply import apply, read_command
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.formats.scene import pieces, scene
from buildup.forms.contours import forms_in
from buildup.forms.seen import seen_box
from buildup.view.drawables import drawable

from core.tests.zoo import drawing, leaf, plate, ring


def done(drawn, **command):
    change = apply(drawn, read_command(command))
    after = updated(drawn, change.forward)
    back = updated(after, change.back)
    assert (dict(back.items), back.tree) == (dict(drawn.items), drawn.tree)
    return after


def masked(**more):
    drawn = drawing(leaf(), ring(), plate())
    items = ["leaf", "plate", "ring"]
    return done(drawn, kind="mask_items", items=items, group="m", **more)


class MaskTest(unittest.TestCase):
    def test_the_front_item_masks_the_others(self):
        drawn = masked(called="Fade")
        self.assertEqual(drawn.items["m"].name, "Fade")
        self.assertEqual(drawn.tree.children("m"), ("leaf", "ring", "plate"))
        self.assertEqual((drawn.mask_of("m"), drawn.seen_in("m")), ("plate", ("leaf", "ring")))
        mark = drawable(drawn, "m").mask
        self.assertEqual((mark.item, mark.kind), ("plate", "luminance"))

    def test_what_is_measured_cut_and_exported_is_what_shows(self):
        drawn, plain = masked(), drawing(leaf(), ring())
        self.assertEqual(len(list(forms_in(drawn, "m"))), 2)
        self.assertEqual([p.name for p in pieces(scene(drawn))], ["leaf-0", "ring-0"])
        layer = plain.tree.children()[0]
        self.assertEqual(seen_box(drawn, "m"), seen_box(plain, layer))
        ((part,),) = (layer.held for layer in scene(drawn))
        self.assertEqual([p.name for p in pieces(part.mask.held)], ["plate-0"])

    def test_a_hidden_mask_masks_nothing(self):
        drawn = done(masked(), kind="hide_items", items=["plate"], hidden=True)
        self.assertEqual((drawn.mask_of("m"), drawn.seen_in("m")), (None, ("leaf", "ring")))
        self.assertIsNone(drawable(drawn, "m").mask)

    def test_what_comes_to_the_front_is_the_mask(self):
        drawn = done(masked(), kind="step_items", items=["leaf"], to="front")
        self.assertEqual(drawn.mask_of("m"), "leaf")

    def test_changed_and_removed(self):
        drawn = done(masked(), kind="set_mask", items=["m"], mask="alpha")
        self.assertEqual(drawable(drawn, "m").mask.kind, "alpha")
        drawn = done(drawn, kind="set_mask", items=["m"], mask=None)
        self.assertEqual(drawn.seen_in("m"), ("leaf", "ring", "plate"))

    def test_what_is_left_alone_is_no_mask(self):
        drawn = done(masked(), kind="delete_items", items=["leaf", "ring"])
        self.assertEqual((drawn.mask_of("m"), drawn.seen_in("m")), (None, ("plate",)))

    def test_refused(self):
        for command, code in (
            ({"kind": "mask_items", "items": ["leaf"], "group": "n"}, "no_mask"),
            ({"kind": "mask_items", "items": ["leaf", "nobody"], "group": "n"}, "unknown_item"),
            ({"kind": "mask_items", "items": ["leaf", "ring"], "group": "m"}, "item_exists"),
            ({"kind": "set_mask", "items": ["leaf"], "mask": None}, "no_mask"),
        ):
            with self.subTest(command), self.assertRaises(Refusal) as refused:
                apply(masked(), read_command(command))
            self.assertEqual(refused.exception.code, code)
