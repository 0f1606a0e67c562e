"""The sentences of the core: every one is used, with the parameters that it names."""

import ast
import string
from pathlib import Path
from unittest import TestCase

import buildup
from buildup.messages import NOTES, SPOTS, message, refusal
from buildup.refusals import REFUSALS

ALL = {**REFUSALS, **NOTES, **SPOTS}
HERE = Path(buildup.__file__).parent


def named(sentence: str) -> set[str]:
    return {name for _, name, _, _ in string.Formatter().parse(sentence) if name}


def calls():
    """Each call for a sentence: where, its key (None: worked out), its parameters."""
    for path in HERE.rglob("*.py"):
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Call) and getattr(node.func, "id", "") in {
                "message",
                "refusal",
            }:
                key = node.args[0].value if isinstance(node.args[0], ast.Constant) else None
                yield f"{path.name}:{node.lineno}", key, {k.arg for k in node.keywords}


def strings() -> set[str]:
    """All literal strings of the core, and what the composed ones begin with."""
    found: set[str] = set()
    for path in HERE.rglob("*.py"):
        if path.name in ("messages.py", "refusals.py"):
            continue
        for node in ast.walk(ast.parse(path.read_text())):
            if isinstance(node, ast.Constant) and isinstance(node.value, str):
                found.add(node.value)
    return found


class MessagesTest(TestCase):
    def test_each_call_names_a_sentence_and_all_its_parameters(self):
        literal = [(where, key, given) for where, key, given in calls() if key is not None]
        self.assertGreater(len(literal), 200)
        for where, key, given in literal:
            with self.subTest(where):
                self.assertIn(key, ALL)
                self.assertEqual(given, named(ALL[key]))

    def test_each_sentence_is_used(self):
        known = strings()
        families = ("bad_export_settings.", "bad_length.", "too_much.svg_", "spots.", "mends.")
        for key in ALL:
            begun = next((f for f in families if key.startswith(f) and f in known), None)
            self.assertTrue(key in known or begun, key)

    def test_a_sentence_ends_and_keeps_to_the_words_of_the_trade(self):
        for key, sentence in {**REFUSALS, **NOTES}.items():
            with self.subTest(key):
                self.assertTrue(sentence.endswith("."), sentence)
                for old in ("was kept", "take it", "choose ", "pick ", "underlay", "words", "  "):
                    self.assertNotIn(old, sentence.lower())

    def test_a_code_is_what_stands_before_the_dot(self):
        found = refusal("bad_count.blend", "item-1", most=200)
        self.assertEqual((found.code, found.place), ("bad_count", "item-1"))
        self.assertEqual(found.sentence, "A blend has from 1 to 200 steps.")
        with self.assertRaises(KeyError):
            message("notes.twins")
