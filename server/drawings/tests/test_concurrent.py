"""Several people's hands and several windows on one server; the history; the core's desk."""

import json
import threading
from unittest import mock

from buildup.edits.apply import apply
from buildup.edits.assemblies.combining import Assemble
from buildup.errors import Refusal
from buildup.geometry.progress import add_work
from buildup.session import Session
from buildup.shapes.registry import SHAPES
from common.progress import ProgressReporter
from django.contrib.auth import get_user_model
from django.db import connection, connections
from django.test import Client, TransactionTestCase

from drawings import store
from drawings.models import Drawing, Step
from drawings.schema import Sheet
from drawings.services.edit import TakesLong
from drawings.services.lifecycle import make
from drawings.tests.test_api import PLATE, move


class TogetherTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira")
        self.row = make(self.user.pk, name="Bridge", sheet=Sheet(400, 300, "px"))
        self.base = f"/api/v1/drawings/{self.row.pk}"
        self.client.force_login(self.user)
        self.count = 0

    def post(self, path, body, client=None):
        return (client or self.client).post(
            f"{self.base}/{path}", json.dumps(body), content_type="application/json"
        )

    def send(self, command, version, name=None, client=None):
        self.count += 1
        body = {"id": name or f"command-{self.count:04}", "version": version, "command": command}
        return self.post("commands", body, client)

    def test_many_windows_at_once_lose_nothing(self):
        """Four threads send ten edits each, taking a 409 as a window does; all forty are kept."""
        self.send(PLATE, 0)
        failures = []

        def window(number):
            try:
                client, version = Client(), 1
                client.force_login(self.user)
                for n in range(10):
                    name = f"window-{number}-{n:02}"
                    for _ in range(200):
                        answer = self.send(move(by=(1, 0)), version, name, client)
                        if answer.status_code == 200:
                            version = answer.json()["version"]
                            break
                        version = answer.json()["answer"]["version"]
                    else:
                        failures.append(name)
            finally:
                connections.close_all()

        threads = [threading.Thread(target=window, args=(n,)) for n in range(4)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(failures, [])
        store.forget_all()
        row = Drawing.objects.get(pk=self.row.pk)
        self.assertEqual(row.version, 41)
        self.assertEqual(store.value_of(row).items["plate"].frame.place.origin.real, 50 + 40)
        numbers = list(Step.objects.order_by("number").values_list("number", flat=True))
        self.assertEqual(numbers, list(range(1, 42)))

    def long(self):
        """An edit that takes longer than a moment, of two forms that are there."""
        self.send(PLATE, 0)
        self.send({**PLATE, "item": "second", "shape": "ellipse"}, 1)
        return {"kind": "assemble", "items": ["plate", "second"], "assembly": "whole"}

    def test_a_long_edit_is_worked_out_while_nobody_waits_for_the_drawing(self):
        command = self.long()
        locked = []

        def applied(before, what):
            locked.append(connection.in_atomic_block)
            add_work(10**6)
            return apply(before, what)

        with mock.patch("drawings.services.edit.apply", applied):
            answer = self.send(command, 2)
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(locked, [True, False])  # tried quickly, then worked out beforehand
        store.forget_all()
        self.assertIn("whole", store.value_of(Drawing.objects.get(pk=self.row.pk)).items)

    def test_what_changed_while_a_long_edit_was_worked_out_is_not_lost(self):
        command = self.long()
        others = iter((move(by=(7, 0)), None))

        def applied(before, what):
            if not isinstance(what, Assemble):
                return apply(before, what)
            if connection.in_atomic_block:
                add_work(10**6)
            other = next(others)
            if other is not None:  # another window is quicker
                Client.force_login(quick := Client(), self.user)
                self.assertEqual(self.send(other, None, client=quick).status_code, 200)
            return apply(before, what)

        with mock.patch("drawings.services.edit.apply", applied):
            answer = self.send(command, None)
        self.assertEqual(answer.status_code, 200)
        store.forget_all()
        row = Drawing.objects.get(pk=self.row.pk)
        value = store.value_of(row)
        self.assertEqual((row.version, value.items["plate"].frame.place.origin.real), (4, 57))
        self.assertEqual(value.tree.container("plate"), "whole")

    def test_an_edit_that_takes_too_long_is_ended_and_one_that_never_comes_to_it_waits(self):
        command = self.long()
        with mock.patch("common.progress.LONGEST", -1.0), mock.patch("common.progress.AFTER", 0.0):
            watch = ProgressReporter(self.user.pk, "command-x")
            with self.assertRaises(Refusal) as refused:
                watch.far(0.5)
        self.assertEqual(refused.exception.code, "too_long")
        with mock.patch("drawings.services.edit._stored", side_effect=TakesLong):
            answer = self.send(command, 2)
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "busy"))
        self.assertFalse(answer.json()["final"])
        self.assertEqual(answer.headers["Retry-After"], "2")

    def test_a_desk_follows_by_deltas_alone(self):
        """A host of the core that only hears deltas ends with what the server has."""
        desk = Session()

        def ask(**question):
            return json.loads(desk.ask(json.dumps(question)))

        ask(verb="open", **self.client.get(f"{self.base}/document").json())
        version = 0
        edits = [
            PLATE,
            {**PLATE, "item": "second", "shape": "ellipse"},
            move(by=(3, 4)),
            {"kind": "order_items", "items": ["plate"], "behind": "second"},
            {"kind": "add_guide", "guide": {"id": "g", "x": 1, "y": 2}},
            {"kind": "delete_items", "items": ["second"]},
        ]
        for command in edits:
            answer = self.send(command, version).json()
            self.assertEqual(answer["since"], version)
            version = answer["version"]
            ask(verb="settle", id="none", delta=answer["delta"], alone=False)
        undone = self.post(
            "history/head", {"id": "go-back-1", "version": version, "to": "undo"}
        ).json()
        ask(verb="settle", id="none", delta=undone["delta"], alone=False)
        values = self.post("queries/selection", {"selection": ["plate", "second"]}).json()
        self.assertEqual(ask(verb="select", selection=["plate", "second"])["answer"], values)
        shown = self.client.get(self.base).json()
        board = ask(verb="board")["answer"]
        self.assertEqual(board["places"], shown["places"])
        self.assertEqual(board["repaint"], shown["repaint"])

    def test_an_edit_that_a_page_of_before_sends_says_its_view_in_its_words(self):
        self.send(PLATE, 0)

        def curves(number, **more):
            edit = {"id": f"command-e{number}", "version": number, "command": move(), **more}
            answer = self.post("commands", {**edit, "selection": ["plate"]})
            self.assertEqual(answer.status_code, 200)
            return len(answer.json()["repaint"]["selection"]["curves"])

        before, now = curves(1, shows={"curves": 5.0}), curves(2, view={"curves": 5.0})
        self.assertEqual((before, curves(3)), (now, 0))
        self.assertGreater(now, 0)

    def test_the_drawing_as_at_a_step_changes_nothing(self):
        for version, command in enumerate([PLATE, move(by=(100, 0)), {**PLATE, "item": "b"}]):
            self.send(command, version)
        then = self.client.get(f"{self.base}/history/1").json()
        self.assertEqual(then["removed"], ["b"])
        self.assertEqual(then["items"][0]["box"], [0, 0, 100, 50])
        now = self.client.get(self.base).json()
        self.assertEqual(now["places"][1:], [["plate", "layer-1"], ["b", "layer-1"]])
        boxes = {i["id"]: i["box"] for i in now["repaint"]["items"]}
        self.assertEqual(boxes["plate"], [100, 0, 200, 50])
        self.assertEqual(self.client.get(f"{self.base}/history/77").json()["code"], "unknown_step")

    def test_cues_come_from_the_server_too_and_follow_edits(self):
        self.send(PLATE, 0)
        aim = {"aim": {"probes": [[101, 2]], "scale": 1.0, "kinds": ["anchor"]}}
        met = self.post("queries/preview", aim).json()["meeting"]
        self.assertEqual((met["shift"], met["cues"][0]["kind"]), ([-1, -2], "anchor"))
        kept = {**aim, "command": move(by=(1, 2)), "keeps": True}
        met = self.post("queries/preview", kept).json()
        self.assertEqual((met["command"]["by"], met["repaint"]), ([0, 0], None))
        self.send(move(by=(50, 0)), 1)
        self.assertEqual(self.post("queries/preview", aim).json()["meeting"]["cues"], [])
        bad = {"aim": {"probes": [[1, 2]], "scale": "wide"}}
        self.assertEqual(self.post("queries/preview", bad).status_code, 422)

    def test_an_opened_drawing_is_what_its_items_are(self):
        self.send(PLATE, 0)
        self.send({**PLATE, "item": "b", "called": 'Quote " and \\ slash'}, 1)
        opened = self.client.get(self.base).json()
        shown = opened["repaint"]["items"]
        names = [i["name"] for i in shown]
        self.assertEqual(names, ["Layer 1", "Rectangle 1", 'Quote " and \\ slash'])
        again = self.post("queries/preview", {"command": move(by=(0, 0))}).json()["repaint"][
            "items"
        ][0]
        self.assertEqual(shown[1], again)
        self.assertEqual(opened["undo"]["name"], "Draw rectangle")

    def test_the_vocabulary_comes_from_the_registries(self):
        facts = self.client.get("/api/v1/catalogue").json()
        self.assertEqual([s["name"] for s in facts["shapes"]], list(SHAPES))
        for shape in facts["shapes"]:
            self.assertRegex(shape["picture"], r"^M-?\d")
            self.assertTrue(all(d["least"] <= d["default"] <= d["most"] for d in shape["dials"]))
        self.assertEqual(facts["shapes"][0]["dials"][0]["label"], "Corner radius")
        self.assertIn("mm", [u["name"] for u in facts["units"]])
        self.assertIn("A4", [s["label"] for s in facts["sizes"]])
        connection.close()
