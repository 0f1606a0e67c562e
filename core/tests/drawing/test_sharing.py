"""What drawings that differ by an edit share: values, and the work that was done on them."""

import json
import random
import unittest

from buildup.contours.anchors import Anchor, Corner
from buildup.drawing.codec import read_item, read_stored, write, write_item
from buildup.drawing.items import Items, Several
from buildup.drawing.sharing.layered import MOST_OVER, Layered
from buildup.drawing.sharing.memo import Memo
from buildup.drawing.tree import MOST_COUNTED, Tree, TreeEditor
from buildup.errors import Refusal

from core.tests.zoo import leaf


class LayeredTest(unittest.TestCase):
    def test_it_is_what_a_dictionary_would_be_after_any_changes(self):
        chance = random.Random(7)
        kept, plain = Layered({f"k{n}": n for n in range(40)}), {f"k{n}": n for n in range(40)}
        for n in range(3 * MOST_OVER):
            before, was = kept, dict(plain)
            put = {f"k{chance.randrange(600)}": n for _ in range(chance.randrange(3))}
            gone = [f"k{chance.randrange(600)}" for _ in range(chance.randrange(3))]
            kept = kept.changed(put, gone)
            plain |= put
            for key in gone:
                plain.pop(key, None)
            self.assertEqual((dict(kept), len(kept)), (plain, len(plain)))
            self.assertEqual(dict(before), was)
            changed = kept.since(before)
            if changed is not None:
                keys = plain.keys() | was.keys()
                self.assertEqual(changed, {k for k in keys if plain.get(k) is not was.get(k)})

    def test_a_change_copies_what_was_changed_lately_and_no_more(self):
        large = Layered({str(n): n for n in range(5000)})
        for n in range(MOST_OVER):
            large = large.changed({"7": n})
            self.assertLessEqual(len(large.over), 1)
        other = large.changed({"8": 1}, ["9"])
        self.assertIs(other.base, large.base)
        self.assertEqual(other.get("9", "gone"), "gone")
        with self.assertRaises(KeyError):
            other["9"]
        self.assertIsNone(Layered().since(large))


class MemoTest(unittest.TestCase):
    def test_only_what_was_touched_is_worked_out_again(self):
        memo = Memo()
        for item in "abc":
            memo.of(item, "box", item.upper)
        after = memo
        for _ in range(3 * MOST_OVER):
            after = after.without(["b"])
            after.of("b", "box", lambda: "new")
        self.assertEqual(after.made, 3 + 3 * MOST_OVER)
        self.assertEqual(after.of("a", "box", lambda: "wrong"), "A")
        self.assertEqual(memo.of("b", "box", lambda: "wrong"), "B")
        self.assertFalse(after.without(["a"]).has_each("a", "box", 1))

    def test_of_many_at_once_nothing_that_was_known_stays(self):
        memo = Memo()
        ids = [f"i{n}" for n in range(2 * MOST_OVER)]
        for item in ids:
            memo.of(item, "box", lambda: "old")
        after = memo.without(ids)
        self.assertEqual(after.of("i3", "box", lambda: "new"), "new")
        self.assertEqual(memo.of("i3", "box", lambda: "wrong"), "old")


class ItemsTest(unittest.TestCase):
    def items(self):
        return Items({f"l{n}": json.dumps(write_item(leaf(f"l{n}"))) for n in range(30)})

    def read(self, items):
        return sum(items.unread(i) is None for i in items)

    def test_names_are_known_without_reading(self):
        items = self.items()
        name = read_item(json.loads(items.unread("l3") or "")).name
        self.assertTrue(items.has_name(name))
        self.assertFalse(items.has_name("None is called so"))
        self.assertEqual(self.read(items), 0)
        others = items.changed(put=[], removed=[i for i in items if i != "l3"])
        gone = others.changed(put=[], removed=["l3"])
        self.assertEqual((others.has_name(name), gone.has_name(name)), (True, False))

    def test_several_are_read_as_one_comes_to_them(self):
        items = self.items()
        several = Several(items, ["l1", "l2", "l3"])
        self.assertEqual((len(several), several[1].id, self.read(items)), (3, "l2", 1))
        self.assertEqual([i.id for i in several[:2]], ["l1", "l2"])
        self.assertEqual([i.id for i in several.holding('"nowhere in it"')], ["l1", "l2"])

    def test_an_outline_tells_its_angle_without_being_read(self):
        items = self.items()
        self.assertEqual(items.outline_angle("l1"), 0.0)
        self.assertEqual(self.read(items), 0)
        self.assertIsNotNone(items["l1"])
        self.assertIsNone(items.outline_angle("l1"))


class AnchorFormTest(unittest.TestCase):
    """The straight way for plain anchors says what the rule for every dataclass does."""

    def test_both_ways(self):
        corner = Corner(radius=3.0)
        for anchor in (
            Anchor(1 + 2j),
            Anchor(1j, 3 - 1j, None, "smooth"),
            Anchor(0j, None, 2j, "flowing"),
            Anchor(0j, corner=corner),
            Anchor(0j, seam="free"),
            Anchor(0j, eased=True),
        ):
            data = json.loads(json.dumps(write(anchor)))
            self.assertEqual(read_stored(Anchor, data), anchor)
            self.assertEqual(data["kind"], anchor.kind)
            self.assertEqual("corner" in data, anchor.corner is not None)

    def test_what_is_wrong_is_refused(self):
        for data in (
            {},
            {"at": [0.0]},
            {"at": [0.0, "1"]},
            {"at": [0.0, float("nan")]},
            {"at": [0.0, float("inf")]},
            {"at": [True, 0.0]},
            {"at": [0.0, 0.0], "kind": "odd"},
            {"at": [0.0, 0.0], "kind": ["corner"]},
            {"at": [0.0, 0.0], "other": [0.0, 0.0]},
            {"at": None},
            "anchor",
        ):
            with self.subTest(data), self.assertRaises(Refusal):
                read_stored(Anchor, data)
        self.assertEqual(read_stored(Anchor, {"at": [1, 2]}).at, 1 + 2j)


class RowTest(unittest.TestCase):
    def test_few_and_many_moves_come_to_the_same(self):
        chance = random.Random(3)
        order = [f"i{n}" for n in range(50)]
        editor, plain = TreeEditor(Tree({"": ["layer"], "layer": order})), list(order)
        for _ in range(3 * MOST_COUNTED):
            moved = chance.choice(plain)
            plain.remove(moved)
            behind = chance.choice([None, *plain])
            plain.insert(0 if behind is None else plain.index(behind) + 1, moved)
            editor.move((moved, "layer", behind))
            self.assertEqual(editor.place(moved), (moved, "layer", behind))
            self.assertEqual(editor.planted().children("layer"), tuple(plain))
        with self.assertRaises(KeyError):
            editor.move(("i1", "layer", "nowhere"))
