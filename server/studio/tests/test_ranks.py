"""Ranks: always in order, as few changed as possible."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from studio.ranks import new_ranks

names = st.lists(st.sampled_from("abcdefghij"), unique=True)


class RankTest(unittest.TestCase):
    @given(names, names)
    def test_the_new_order_is_ascending(self, old, new):
        ranks = {name: float(n) for n, name in enumerate(old)}
        after = ranks | new_ranks(ranks, new)
        self.assertEqual(sorted(new, key=after.__getitem__), new)

    def test_few_are_written(self):
        old = {name: float(n) for n, name in enumerate("abcdef")}
        cases = [("abcdefx", 1), ("xabcdef", 1), ("abdef", 0), ("fabcde", 1), ("bacdef", 1)]
        for order, written in cases:
            with self.subTest(order):
                self.assertEqual(len(new_ranks(old, order)), written)

    def test_all_are_numbered_anew_when_doubles_run_out(self):
        ranks = {"a": 0.0, "b": 5e-324}
        self.assertEqual(new_ranks(ranks, "axb"), {"a": 0.0, "x": 1.0, "b": 2.0})
