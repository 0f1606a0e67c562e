"""The same command scripts on both hosts of the core: this Python, and the browser's in Node."""

import json
import math
import shutil
import subprocess
import unittest
from pathlib import Path

from buildup.drawing.codec import write, write_item
from buildup.edits.apply import apply, read_command
from buildup.session import Session

from core.tests.edits.test_edits import EVERY
from core.tests.zoo import full

BAD = {"id": "x", "command": {"kind": "x"}}
SVG = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0a9 4 20 0 1 5 5" fill="tan"/></svg>'
SEARCHED = (
    "fair_segments",
    "smooth_with_brush",
    "add_transition_curves",
    "fit_to_reference",
    "trace_outline",
)
"""Commands whose results are searched for: where a search ends hangs on the last places."""
ROOT = Path(__file__).resolve().parents[2]


def script():
    """Questions: a drawing, every command previewed and queued, refusals, numbers read."""
    value = full()
    ids = value.tree.below()
    items = [[i, value.tree.container(i), json.dumps(write_item(value.items[i]))] for i in ids]
    yield {"verb": "open", "version": 1, "sheet": write(value.sheet), "items": items}
    for angle in (7, 33.3, 180, -91):
        turn = {"kind": "place_items", "items": ["leaf", "plate"], "angle": angle}
        letter = {"id": f"turn-{angle}", "command": turn}
        yield {"verb": "queue", "edit": letter, "selection": ["leaf"]}
    for number, command in enumerate(EVERY):
        question = {"command": command, "selection": ["leaf", "plate", "ring"]}
        yield {"verb": "aim", "aim": None, **question}
        if command["kind"] in ("set_anchor_kind", "move_anchors", "resize_items", "drag_peg"):
            letter = {"id": f"letter-{number}", "command": command}
            yield {"verb": "queue", "edit": letter, "selection": ["leaf"]}
    yield {"verb": "aim", "aim": None, "command": {"kind": "explode"}, "selection": []}
    aim = {"probes": [[99, 21]], "scale": 1.0, "kinds": ["anchor", "guide"]}
    drag = {"kind": "move_anchors", "anchors": [["second", 0, 0]], "by": [5, 5]}
    shows = {"marks": "corners", "sight": [0, 0, 200, 200], "chosen": [["leaf", 0, 1]]}
    many = {"selection": ["leaf", "second"], "view": shows}
    yield {"verb": "aim", "aim": aim, "command": drag, **many}
    yield {"verb": "anchor", "item": "leaf", "at": [101, 21], "reach": 5}
    yield {"verb": "anchors", "start": [-5, -5], "end": [110, 130]}
    yield {"verb": "settle", "id": "turn-7", "delta": None}
    undo = {"id": "back", "to": "undo", "edit": letter["id"]}
    yield {"verb": "queue", "edit": undo, "selection": ["leaf"]}
    yield {"verb": "queue", "edit": {**undo, "id": "on", "to": "redo"}, "selection": ["leaf"]}
    yield {"verb": "select", "selection": ["leaf", "plate"]}
    yield {"verb": "within", "start": [-50, -50], "end": [50, 50]}
    yield {"verb": "pile", "at": [40, 60], "reach": 4}
    yield {"verb": "alike", "items": ["leaf"], "by": "width"}
    frame = {"centre": [5, 6], "width": 70, "height": 30, "angle": 20, "lean": 0, "room": 15}
    frame["corners"] = [[0, 0], [1, 0], [1, 1], [0, 1]]
    drag = {"kind": "resize_items", "items": ["leaf"], "grip": "se", "to": [70, 70]}
    yield {"verb": "again", "command": drag, "frame": frame}
    ring = {"kind": "ring_of_copies", "items": ["leaf"], "copies": "r"}
    spread = {"verb": "spread", "command": ring, "aim": None, "selection": ["leaf"]}
    yield {**spread, "drag": None}
    yield {**spread, "drag": {"peg": "count", "to": [300, 20]}}
    line = {"kind": "make_symmetry", "symmetry": "new", "items": ["leaf"], "pattern": "wheel"}
    yield {**spread, "command": line, "drag": {"peg": "middle", "to": [300, 20]}}
    yield {"verb": "balance", "item": "wing", "axis": None}
    yield {"verb": "balance", "item": "leaf", "axis": {"centre": [5, 6], "angle": 30}}
    everything = {"marks": "anchors", "curves": 9.0}
    yield {"verb": "select", "selection": ["leaf", "plate", "badge", "whirl"], "view": everything}
    limits = {"turn": 1.0, "corner": 25.0, "ratio": 2.0}
    yield {"verb": "troubles", "items": ["leaf", "plate", "tight", "badge"], "limits": limits}
    yield {"verb": "regions", "items": ["disc", "bite", "leaf"], "gap": 2}
    yield {"verb": "copy", "items": ["leaf", "pair", "whirl"]}
    yield {"verb": "copied", "text": SVG}
    yield {"verb": "copied", "text": "<!DOCTYPE a [<!ENTITY b 'c'>]><svg/>"}
    yield {"verb": "measures"}
    yield {"verb": "formula-words"}
    for text in ("2*r + sin(30) * 1 mm", "leaf.perimeter / phi", "r + 1°", "gone * 2"):
        yield {"verb": "formula", "text": text, "unit": "mm", "field": "length"}
    yield {"verb": "read", "text": "1/8 in + 3 mm", "unit": "pt"}
    yield {"verb": "read", "text": "two", "unit": "pt"}


class HostsTest(unittest.TestCase):
    close = 1e-9
    """How near numbers are to each other."""

    def assert_close(self, one, other, where="answer"):
        """Equal, but for numbers in the last places and numbers inside path data."""
        if isinstance(one, float) and isinstance(other, float):
            self.assertTrue(
                math.isclose(one, other, rel_tol=self.close, abs_tol=self.close),
                f"{where}: {one} {other}",
            )
        elif isinstance(one, dict) and isinstance(other, dict):
            self.assertEqual(one.keys(), other.keys(), where)
            for key in one:
                self.assert_close(one[key], other[key], f"{where}.{key}")
        elif isinstance(one, list) and isinstance(other, list):
            self.assertEqual(len(one), len(other), where)
            for n, (a, b) in enumerate(zip(one, other, strict=True)):
                self.assert_close(a, b, f"{where}[{n}]")
        elif isinstance(one, str) and (where.endswith(".path") or ".dashes[" in where):
            self.assert_close(_path(one), _path(other), "the path")
        else:
            self.assertEqual(one, other, where)

    def test_both_hosts_answer_alike(self):
        questions = [json.dumps(q) for q in script()]
        node = shutil.which("node")
        told = subprocess.run(
            [node, ROOT / "web" / "tools" / "session.mjs"],
            input="\n".join(questions),
            capture_output=True,
            text=True,
            check=True,
            timeout=120,
        ).stdout.splitlines()
        self.assertEqual(len(told), len(questions))
        desk = Session()
        for question, theirs in zip(questions, told, strict=True):
            mine = json.loads(desk.ask(question))
            self.close = 1e-4 if any(kind in question for kind in SEARCHED) else 1e-9
            with self.subTest(question[:120]):
                self.assert_close(mine, json.loads(theirs))


class DeskTest(unittest.TestCase):
    def setUp(self):
        self.desk = Session()
        self.questions = list(script())
        self.ask(self.questions[0])

    def ask(self, question):
        return json.loads(self.desk.ask(json.dumps(question)))

    def origin(self):
        move = {"kind": "move_items", "items": ["plate"], "by": [0, 0]}
        told = self.ask({"verb": "aim", "aim": None, "command": move, "selection": ["plate"]})
        return told["answer"]["repaint"]["selection"]["frame"]["centre"]

    def queue(self, name, by=None, **more):
        command = {"kind": "move_items", "items": ["plate"], "by": by}
        letter = {"id": name, **more} if by is None else {"id": name, "command": command, **more}
        told = self.ask({"verb": "queue", "edit": letter, "selection": []})["answer"]
        return [step and step["edit"] for step in (told["undo"], told["redo"])]

    def settle(self, name, by, *, undo, alone=True, redo=None):
        """The server kept a move of the plate, and says where it stands."""
        command = read_command({"kind": "move_items", "items": ["plate"], "by": by})
        delta = apply(self.desk._kept.drawing, command).forward.to_json()
        steps = {"undo": {"edit": undo, "name": "Move"}, "redo": redo}
        question = {"verb": "settle", "id": name, "delta": delta, "alone": alone, **steps}
        told = self.ask(question)["answer"]
        return told["undo"]["edit"]

    def test_what_waits_is_shown_and_the_server_wins(self):
        self.queue("a", [10, 0])
        self.queue("b", [0, 10])
        self.assertEqual(self.origin(), [10, 10])
        self.settle("a", [100, 0], undo="a")
        self.assertEqual(self.origin(), [100, 10])
        self.ask({"verb": "settle", "id": "b", "delta": None})
        self.assertEqual(self.origin(), [100, 0])

    def test_undo_and_redo_act_on_what_waits(self):
        self.assertEqual(self.queue("a", [10, 0]), ["a", None])
        self.assertEqual(self.queue("b", [0, 10]), ["b", None])
        self.assertEqual(self.queue("u1", to="undo", edit="b"), ["a", "b"])
        self.assertEqual(self.queue("u2", to="undo", edit="a"), [None, "a"])
        self.assertEqual(self.origin(), [0, 0])
        self.assertEqual(self.queue("r1", to="redo", edit="a"), ["a", "b"])
        self.assertEqual(self.queue("c", [5, 5]), ["c", None])
        self.assertEqual(self.origin(), [15, 5])
        self.assertEqual(self.settle("a", [10, 0], undo="a"), "c")
        self.assertEqual((self.desk.replays, self.origin()), (0, [15, 5]))

    def test_undo_reaches_back_into_what_was_kept_meanwhile(self):
        self.queue("a", [10, 0])
        self.settle("a", [10, 0], undo="a")
        self.assertEqual(self.queue("u", to="undo", edit="a"), [None, "a"])
        self.assertEqual(self.origin(), [0, 0])

    def test_a_step_that_another_window_made_is_only_the_servers_to_take_back(self):
        self.queue("a", [10, 0])
        self.assertEqual(self.settle("", [0, 3], undo="theirs", alone=False), "a")
        self.assertEqual(self.desk.replays, 1)
        self.queue("u1", to="undo", edit="a")
        self.assertEqual(self.origin(), [0, 3])
        told = {"id": "u2", "to": "undo", "edit": "theirs"}
        answer = self.ask({"verb": "queue", "edit": told, "selection": []})["answer"]
        self.assertIsNone(answer["repaint"])
        self.assertEqual(self.origin(), [0, 3])

    def test_a_series_of_nudges_is_one_step(self):
        self.queue("a", [1, 0])
        self.queue("b", [1, 0], follows={"edit": "a", "pause": 0.3})
        self.queue("c", [1, 0], follows={"edit": "b", "pause": 9.0})
        self.queue("u1", to="undo", edit="c")
        self.assertEqual(self.origin(), [2, 0])
        self.queue("u2", to="undo", edit="b")
        self.assertEqual(self.origin(), [0, 0])

    def test_a_long_queue_settles_without_being_shown_anew(self):
        names = [f"n{k}" for k in range(30)]
        for name in names:
            self.queue(name, [1, 1])
        for name in names:
            self.settle(name, [1, 1], undo=name)
        self.assertEqual((self.desk.replays, self.origin()), (0, [30, 30]))

    def test_a_refused_question_changes_nothing(self):
        before = self.origin()
        told = self.ask({"verb": "queue", "edit": BAD, "selection": []})
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
