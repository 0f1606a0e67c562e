"""The same command scripts on both hosts of the core: this Python, and the browser's in Node."""

import json
import math
import shutil
import subprocess
import unittest
from pathlib import Path

from buildup.desk import Desk
from buildup.drawing.codec import write, write_item
from buildup.edits.apply import apply, read_command

from core.tests.test_edits import EVERY
from core.tests.zoo import full

ROOT = Path(__file__).resolve().parents[2]


def script():
    """Questions: a drawing, every command previewed and queued, refusals, numbers read."""
    value = full()
    items = [[i, json.dumps(write_item(value.items[i]))] for i in value.order]
    yield {"verb": "open", "version": 1, "sheet": write(value.sheet), "items": items}
    for angle in (7, 33.3, 180, -91):
        turn = {"kind": "place_items", "items": ["leaf", "plate"], "angle": angle}
        yield {"verb": "queue", "id": f"turn-{angle}", "command": turn, "selection": ["leaf"]}
    for number, command in enumerate(EVERY):
        question = {"command": command, "selection": ["leaf", "plate", "ring"]}
        yield {"verb": "preview", **question}
        if command["kind"] in ("set_anchor_kind", "move_anchors", "resize_items", "drag_peg"):
            yield {"verb": "queue", "id": f"q{number}", **question}
    yield {"verb": "preview", "command": {"kind": "explode"}, "selection": []}
    yield {"verb": "settle", "id": "turn-7", "delta": None}
    yield {"verb": "select", "selection": ["leaf", "plate"]}
    yield {"verb": "within", "start": [-50, -50], "end": [50, 50]}
    yield {"verb": "read", "text": "1/8 in + 3 mm", "unit": "pt"}
    yield {"verb": "read", "text": "two", "unit": "pt"}


class HostsTest(unittest.TestCase):
    def assert_close(self, one, other, where="answer"):
        """Equal, but for numbers in the last places and numbers inside path data."""
        if isinstance(one, float) and isinstance(other, float):
            self.assertTrue(
                math.isclose(one, other, rel_tol=1e-9, abs_tol=1e-9), f"{where}: {one} {other}"
            )
        elif isinstance(one, dict) and isinstance(other, dict):
            self.assertEqual(one.keys(), other.keys(), where)
            for key in one:
                self.assert_close(one[key], other[key], f"{where}.{key}")
        elif isinstance(one, list) and isinstance(other, list):
            self.assertEqual(len(one), len(other), where)
            for n, (a, b) in enumerate(zip(one, other, strict=True)):
                self.assert_close(a, b, f"{where}[{n}]")
        elif isinstance(one, str) and where.endswith(".path"):
            self.assert_close(_path(one), _path(other), where[:-1])
        else:
            self.assertEqual(one, other, where)

    def test_both_hosts_answer_alike(self):
        questions = [json.dumps(q) for q in script()]
        node = shutil.which("node")
        told = subprocess.run(
            [node, ROOT / "web" / "tools" / "desk.mjs"],
            input="\n".join(questions),
            capture_output=True,
            text=True,
            check=True,
            timeout=120,
        ).stdout.splitlines()
        self.assertEqual(len(told), len(questions))
        desk = Desk()
        for question, theirs in zip(questions, told, strict=True):
            mine = json.loads(desk.ask(question))
            with self.subTest(question[:120]):
                self.assert_close(mine, json.loads(theirs))


class DeskTest(unittest.TestCase):
    def setUp(self):
        self.desk = Desk()
        self.questions = list(script())
        self.ask(self.questions[0])

    def ask(self, question):
        return json.loads(self.desk.ask(json.dumps(question)))

    def origin(self):
        move = {"kind": "move_items", "items": ["plate"], "by": [0, 0]}
        told = self.ask({"verb": "preview", "command": move, "selection": ["plate"]})
        return told["answer"]["selection"]["frame"]["centre"]

    def test_what_waits_is_shown_and_the_server_wins(self):
        def queue(name, by):
            command = {"kind": "move_items", "items": ["plate"], "by": by}
            self.ask({"verb": "queue", "id": name, "command": command, "selection": []})

        queue("a", [10, 0])
        queue("b", [0, 10])
        self.assertEqual(self.origin(), [10, 10])
        command = read_command({"kind": "move_items", "items": ["plate"], "by": [100, 0]})
        delta = apply(full(), command).forward.to_json()
        self.ask({"verb": "settle", "id": "a", "delta": delta})
        self.assertEqual(self.origin(), [100, 10])
        self.ask({"verb": "settle", "id": "b", "delta": None})
        self.assertEqual(self.origin(), [100, 0])

    def test_a_refused_question_changes_nothing(self):
        before = self.origin()
        told = self.ask({"verb": "queue", "id": "x", "command": {"kind": "x"}, "selection": []})
        self.assertEqual(told["refused"]["code"], "bad_data")
        self.assertEqual(self.origin(), before)


def _path(data):
    return [
        float(p) if p.lstrip("-")[:1].isdigit() else p
        for p in data.replace("M", " M ")
        .replace("C", " C ")
        .replace("L", " L ")
        .replace("Z", " Z ")
        .split()
    ]
