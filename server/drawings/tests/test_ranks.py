"""Ranks: always in order, as few changed and as few read as possible."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from drawings.ranks import new_ranks

names = st.lists(st.sampled_from("abcdefghij"), unique=True)


class RankTest(unittest.TestCase):
    def ranked(self, old, new, moved):
        """The ranks after a change of the order, and which ones were read and written."""
        read = []

        def known(ids):
            read.extend(ids)
            return {i: old[i] for i in ids}

        written = new_ranks(new, set(moved), known)
        return {**{i: old[i] for i in new if i in old}, **written}, read, written

    @given(names, names, st.sets(st.sampled_from("abcdefghij")))
    def test_the_new_order_is_ascending(self, old, new, more):
        stayed = [i for i in old if i in new and i not in more]
        new = [i for i in new if i not in stayed]
        for at, name in enumerate(stayed):
            new.insert(min(len(new), 2 * at), name)
        ranks, _, _ = self.ranked(
            {name: float(n) for n, name in enumerate(old)}, new, set(new) - set(stayed)
        )
        self.assertEqual(sorted(new, key=ranks.__getitem__), new)

    def test_few_are_read_and_written(self):
        old = {name: float(n) for n, name in enumerate("abcdef")}
        cases = [
            ("abcdefx", "x", "f"),
            ("xabcdef", "x", "a"),
            ("bacdef", "a", "bc"),
            ("abdef", "", ""),
        ]
        for order, moved, read in cases:
            with self.subTest(order):
                _, looked, written = self.ranked(old, order, moved)
                self.assertEqual((set(written), set(looked)), (set(moved), set(read)))

    def test_all_are_numbered_anew_when_doubles_run_out(self):
        ranks, _, _ = self.ranked({"a": 0.0, "b": 5e-324}, "axb", "x")
        self.assertEqual(ranks, {"a": 0.0, "x": 1.0, "b": 2.0})
