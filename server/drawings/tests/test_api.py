"""The API on MariaDB: versions, idempotence, history, owners, and what is refused."""

import cmath
import io
import json
import math
import re
from unittest import mock

from buildup.edits.apply import read_command
from buildup.geometry.tolerances import FARTHEST
from django.contrib.auth import get_user_model
from django.db import connection
from django.db.utils import DataError
from django.test import TransactionTestCase
from django.test.utils import CaptureQueriesContext
from PIL import Image

from drawings import store
from drawings.models import Drawing, Item, Step
from drawings.selectors import history
from drawings.services import thumbnails as cards
from drawings.services.edit import Known, edit

SHEET = {"width": 400, "height": 300, "unit": "px"}
PLATE = {
    "kind": "draw_shape",
    "item": "plate",
    "shape": "rectangle",
    "start": [0, 0],
    "to": [100, 50],
}


def move(item="plate", by=(5, 0)):
    return {"kind": "move_items", "items": [item], "by": list(by)}


class ApiCase(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        people = get_user_model().objects
        self.user = people.create_user("mira", password="reed-and-spruce")
        self.other = people.create_user("ilse", password="reed-and-spruce")
        self.client.force_login(self.user)
        self.drawing = self.post("drawings", {"name": "Bridge", "sheet": SHEET}).json()["id"]
        self.count = 0

    def post(self, path, body=None, **headers):
        text = body if isinstance(body, str) else json.dumps(body or {})
        return self.client.post(f"/api/v1/{path}", text, content_type="application/json", **headers)

    def send(self, command, version=None, **more):
        self.count += 1
        row = Drawing.objects.get(pk=self.drawing)
        body = {
            "id": f"command-{self.count}",
            "version": row.version if version is None else version,
            "command": command,
            "selection": ["plate"],
            **more,
        }
        return self.post(f"drawings/{self.drawing}/commands", body)

    def go(self, to, **more):
        self.count += 1
        row = Drawing.objects.get(pk=self.drawing)
        body = {"id": f"command-{self.count}", "version": row.version, "to": to, **more}
        return self.post(f"drawings/{self.drawing}/history/head", body)

    def value(self):
        store.forget_all()
        return store.value_of(Drawing.objects.get(pk=self.drawing))

    def x(self):
        return self.value().items["plate"].frame.place.origin.real


class ApiTest(ApiCase):
    def test_an_edit_answers_with_what_changed(self):
        answer = self.send(PLATE).json()
        self.assertEqual((answer["version"], answer["undo"]["name"]), (1, "Draw rectangle"))
        self.assertEqual([i["id"] for i in answer["repaint"]["items"]], ["plate"])
        self.assertEqual(answer["repaint"]["selection"]["dials"][0]["reach"], 25)
        self.assertEqual(json.loads(Item.objects.get(item="plate").body)["shape"], "rectangle")

    def test_the_same_command_twice_is_applied_once(self):
        self.send(PLATE)
        body = {"id": "one-and-only", "version": 1, "command": move()}
        path = f"drawings/{self.drawing}/commands"
        first, second = self.post(path, body).json(), self.post(path, body).json()
        self.assertEqual(first["version"], second["version"])
        self.assertEqual(first["repaint"]["items"], second["repaint"]["items"])
        self.assertEqual(self.x(), 55)

    def test_a_stale_version_answers_what_changed_since(self):
        self.send(PLATE)
        self.send(move())
        answer = self.send(move(by=(0, 9)), version=1)
        self.assertEqual(answer.status_code, 409)
        since = answer.json()["answer"]
        self.assertEqual(since["version"], 2)
        self.assertEqual([i["id"] for i in since["repaint"]["items"]], ["plate"])
        self.assertEqual(Step.objects.count(), 2)

    def test_undo_redo_and_branches_that_are_not_lost(self):
        self.assertEqual(self.go("undo").json()["code"], "nothing_to_undo")
        self.send(PLATE)
        self.send(move())
        self.send(move())
        self.go("undo")
        self.assertEqual(self.go("undo").json()["redo"]["name"], "Move Rectangle 1")
        self.assertEqual(self.x(), 50)
        self.go("redo")
        self.send(move(by=(100, 0)))
        self.assertEqual(self.x(), 155)
        self.assertEqual(self.go("redo").json()["code"], "nothing_to_redo")
        steps = self.client.get(f"/api/v1/drawings/{self.drawing}/history").json()
        self.assertEqual([s["number"] for s in steps["steps"]], [1, 2, 7])
        self.go(0)
        self.assertEqual(self.value().order, ())
        self.go(7)
        self.assertEqual(self.x(), 155)
        self.assertEqual(self.go(3).json()["code"], "unknown_step")
        self.assertEqual(Step.objects.filter(number=3).count(), 1)

    def test_nudges_merge_into_one_step(self):
        self.send(PLATE)

        def follow(command, pause=0.4, edit=None):
            last = Step.objects.order_by("-number").first().command_id
            return self.send(command, follows={"edit": edit or last, "pause": pause})

        for _ in range(3):
            follow(move())
        follow({"kind": "set_fill", "items": ["plate"], "colour": "#0C6B65"})
        self.assertEqual(self.go("undo").json()["undo"]["name"], "Move Rectangle 1")
        self.assertEqual(self.go("undo").json()["undo"]["name"], "Draw rectangle")
        self.assertEqual(self.x(), 50)
        self.go("redo")
        self.assertEqual(self.x(), 65)
        for more in ({"pause": 2.0}, {"edit": "something-else"}):
            follow(move(), **more)
            self.assertEqual(self.go("undo").json()["undo"]["name"], "Move Rectangle 1")

    def test_an_undo_names_its_step(self):
        self.send(PLATE)
        mine = self.send(move()).json()["undo"]["edit"]
        self.send(move(by=(0, 50)))
        values = self.go("undo", edit=mine)
        self.assertEqual((values.status_code, values.json()["code"]), (409, "not_the_last"))
        self.assertIn("Move Rectangle 1", values.json()["detail"])
        self.assertTrue(values.json()["final"])
        other = self.value().items["plate"]
        self.assertEqual(other.frame.place.origin, 55 + 75j)
        undone = self.go("undo", edit=Step.objects.get(number=3).command_id).json()
        self.assertEqual(undone["undo"]["edit"], mine)
        self.assertEqual(self.go("redo", edit=mine).json()["code"], "not_the_last")
        self.assertEqual(self.go("redo", edit=undone["redo"]["edit"]).json()["redo"], None)

    def test_windows_follow_each_other(self):
        self.send(PLATE)
        self.send(move())
        since = self.client.get(f"/api/v1/drawings/{self.drawing}/changes?since=1").json()["answer"]
        self.assertEqual((since["since"], since["version"], since["undo"]["number"]), (1, 2, 2))
        self.assertEqual([i["id"] for i in since["repaint"]["items"]], ["plate"])
        same = self.client.get(f"/api/v1/drawings/{self.drawing}/changes?since=2").json()
        self.assertEqual(same, {"answer": None})
        ahead = self.client.get(f"/api/v1/drawings/{self.drawing}/changes?since=3").json()
        self.assertEqual((ahead["code"], ahead["final"]), ("unknown_version", False))

    def test_what_only_sends_needs_no_version(self):
        self.send(PLATE)
        self.send(move())
        body = {"id": "from-elsewhere", "version": None, "command": move()}
        values = self.post(f"drawings/{self.drawing}/commands", body).json()
        self.assertEqual((values["version"], values["since"]), (3, 2))
        self.assertEqual(self.x(), 60)

    def test_two_processes_agree(self):
        """One process's memory is behind; it catches up by the steps, and both read the same."""
        self.send(PLATE)
        behind = dict(store._kept)
        self.send(move())
        self.send({**PLATE, "item": "second"})
        self.send({"kind": "order_items", "items": ["second"], "behind": None})
        fresh = self.value()
        store._kept.clear()
        store._kept.update(behind)
        row = Drawing.objects.get(pk=self.drawing)
        with CaptureQueriesContext(
            connection,
        ) as queries:
            caught_up = store.value_of(row)
        self.assertEqual(len(queries), 1)
        self.assertEqual((caught_up.order, caught_up.items), (fresh.order, fresh.items))

    def test_the_work_of_an_edit_does_not_grow_with_the_drawing(self):
        counts = []
        for size in (1, 40):
            for n in range(size):
                self.send({**PLATE, "item": f"plate-{size}-{n}"})
            with CaptureQueriesContext(connection) as queries:
                self.send(move(f"plate-{size}-0"))
            counts.append(len(queries))
        self.assertEqual(counts[0], counts[1])
        self.assertLessEqual(counts[0], 10)

    def rows(self, act):
        """The rows that an act reads, by their queries' answers, and the act's answer."""
        with CaptureQueriesContext(connection) as queries:
            values = act()
        return values, [q["sql"] for q in queries]

    def test_undo_reads_one_step_and_adding_reads_its_neighbour(self):
        """The same questions with 12 and with 120 steps; none asks for all of anything."""
        shapes = []
        for size in (12, 120):
            for n in range(size - Step.objects.count()):
                self.send({**PLATE, "item": f"plate-{size}-{n}"})
            for act in (
                lambda: self.send({**PLATE, "item": f"new-{len(shapes)}"}),
                lambda: self.go("undo"),
            ):
                values, asked = self.rows(act)
                self.assertEqual(values.status_code, 200)
                shapes.append([re.sub(r"\d+|'[^']*'", "?", sql) for sql in asked])
        self.assertEqual(shapes[0], shapes[2])
        self.assertEqual(shapes[1], shapes[3])
        many = [s for s in shapes[0] + shapes[1] if s.startswith("SELECT") and "drawings_step" in s]
        for sql in many:
            self.assertRegex(sql, r"LIMIT|`number` (=|IN|BETWEEN)|`command_id` =|COUNT", sql)

    def test_an_edit_of_a_long_outline_is_kept_and_answered_by_what_it_changes(self):
        ways = [cmath.rect(150.0, math.tau * k / 1_000) for k in range(1_000)]
        anchors = [{"at": [200 + w.real, 150 + w.imag]} for w in ways]
        ring = {"kind": "add_outline", "item": "ring", "called": "Ring"}
        self.send({**ring, "contours": [{"anchors": anchors, "closed": True}]})
        held = json.loads(Item.objects.get(item="ring").shown)["path"]
        values = self.send({"kind": "move_anchors", "anchors": [["ring", 0, 500]], "by": [5, 0]})
        (item,) = values.json()["repaint"]["items"]
        splice = item["splice"]
        path = held[: splice["at"]] + splice["text"] + held[splice["at"] + splice["cut"] :]
        self.assertEqual(path, json.loads(Item.objects.get(item="ring").shown)["path"])
        self.assertLess(len(values.content), 3_000)
        step = Step.objects.latest("number")
        self.assertLess(len(json.dumps([step.change, step.inverse])), 800)
        again = self.go("undo").json()
        self.assertEqual(json.loads(Item.objects.get(item="ring").shown)["path"], held)
        since = self.client.get(f"/api/v1/drawings/{self.drawing}/changes?since=1").json()["answer"]
        self.assertEqual(since["repaint"]["items"][0]["path"], held, "not known what is held")
        self.assertEqual(since["version"], again["version"])

    def test_the_history_comes_in_pages(self):
        for n in range(7):
            self.send({**PLATE, "item": f"p{n}"})
        self.go(3)
        path = f"/api/v1/drawings/{self.drawing}/history"
        with mock.patch.object(history, "PAGE", 2):
            here = self.client.get(path).json()
            before = self.client.get(f"{path}?before=2").json()
            after = self.client.get(f"{path}?after=5").json()
        for values, numbers, sides in (
            (here, [2, 3, 4, 5], (True, True)),
            (before, [1], (False, False)),
            (after, [6, 7], (False, False)),
        ):
            self.assertEqual([s["number"] for s in values["steps"]], numbers)
            self.assertEqual((values["earlier"], values["later"], values["at"]), (*sides, 3))

    def test_the_history_says_which_steps_drew_on_at_one_outline(self):
        for n in range(2):
            self.send({"kind": "draw_anchor", "item": "leaf", "at": [n, n]})
        self.send({"kind": "close_outline", "item": "leaf"})
        self.send(PLATE)
        values = self.client.get(f"/api/v1/drawings/{self.drawing}/history").json()
        self.assertEqual([s["drew"] for s in values["steps"]], ["leaf", "leaf", "leaf", None])

    def test_going_far_joins_the_steps_at_once(self):
        for n in range(30):
            self.send({**PLATE, "item": f"p{n}"})
        (_, asked), (_, few) = self.rows(lambda: self.go(0)), self.rows(lambda: self.go(30))
        self.assertEqual(len(self.value().order), 30)
        self.assertLessEqual(max(len(asked), len(few)), 24)

    def test_a_card_is_painted_once_a_version(self):
        self.send(PLATE)
        path = f"/api/v1/drawings/{self.drawing}/thumbnail.png"
        with mock.patch.object(cards, "painted", wraps=cards.painted) as painted:
            first = self.client.get(path)
            self.assertEqual(self.client.get(path).content, first.content)
            self.assertEqual(painted.call_count, 1)
            self.send({"kind": "set_fill", "items": ["plate"], "colour": "#C2410C"})
            self.assertNotEqual(self.client.get(path).content, first.content)
            self.assertEqual(painted.call_count, 2)
        with Image.open(io.BytesIO(first.content)) as image:
            self.assertEqual(image.size, (480, 360))
        for unit in ("mm", "cm", "in", "pt"):
            self.send({"kind": "set_sheet", "unit": unit})
            self.assertEqual(self.client.get(path).status_code, 200, unit)
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(path).status_code, 404)

    def test_a_drawing_that_is_deleted_while_its_card_is_painted_is_not_found(self):
        self.send(PLATE)

        def meanwhile(*given):
            Drawing.objects.filter(pk=self.drawing).delete()
            return b"a picture of what is gone"

        with mock.patch.object(cards, "painted", meanwhile):
            answer = self.client.get(f"/api/v1/drawings/{self.drawing}/thumbnail.png")
        self.assertEqual(answer.status_code, 404)
        self.assertEqual(answer.json()["code"], "unknown_drawing")

    def test_bad_requests_get_a_code_and_a_sentence_and_change_nothing(self):
        self.send(PLATE)
        commands = f"drawings/{self.drawing}/commands"
        envelope = '{"id": "command-x", "version": 1, "command": %s}'
        cases = [
            (commands, "not json", 400, "bad_request"),
            (commands, "[]", 422, "bad_request"),
            (commands, '{"id": "x"}', 422, "bad_request"),
            (commands, envelope % '"explode"', 422, "bad_data"),
            (commands, envelope % '{"kind": "explode"}', 422, "bad_data"),
            (commands, envelope % json.dumps(move("ghost")), 404, "unknown_item"),
            (commands, envelope % json.dumps(move(by=(float("nan"), 0))), 422, "bad_data"),
            (commands, envelope % json.dumps(move(by=(float("inf"), 0))), 422, "bad_data"),
            (commands, envelope % json.dumps(move(by=(FARTHEST * 2, 0))), 422, "bad_data"),
            (commands, envelope.replace("1", "9", 1) % json.dumps(move()), 409, "unknown_version"),
            (
                f"drawings/{self.drawing}/history/head",
                '{"id":"command-y","version":1,"to":"x"}',
                422,
                "bad_request",
            ),
            (
                f"drawings/{self.drawing}/queries/preview",
                '{"command": {"kind": "x"}}',
                422,
                "bad_data",
            ),
            ("drawings", json.dumps({"name": "x" * 121, "sheet": SHEET}), 422, "bad_name"),
            ("drawings", json.dumps({"name": " ", "sheet": SHEET}), 422, "bad_name"),
            (
                "drawings",
                json.dumps({"name": "x", "sheet": {**SHEET, "width": 0}}),
                422,
                "bad_sheet",
            ),
            (
                "drawings",
                json.dumps({"name": "x", "sheet": {**SHEET, "width": 4e6}}),
                422,
                "bad_number",
            ),
            ("queries/typed-value", '{"text": "two", "unit": "mm"}', 422, "bad_length"),
            ("drawings/999999/commands", envelope % json.dumps(PLATE), 404, "unknown_drawing"),
        ]
        before = (Step.objects.count(), Drawing.objects.count(), self.x())
        for path, body, status, code in cases:
            with self.subTest(body=body[:90]):
                answer = self.post(path, body)
                self.assertEqual((answer.status_code, answer.json()["code"]), (status, code))
                self.assertTrue(answer.json()["detail"].endswith("."))
        self.assertEqual((Step.objects.count(), Drawing.objects.count(), self.x()), before)

    def test_what_is_copied_in_one_drawing_is_pasted_in_another(self):
        self.send(PLATE)
        copied = self.post(
            f"drawings/{self.drawing}/queries/clipboard", {"items": ["plate"]}
        ).json()["text"]
        reading = self.post("queries/clipboard", {"text": copied}).json()
        self.drawing = self.post("drawings", {"name": "Neck", "sheet": SHEET}).json()["id"]
        paste = {"kind": "paste_items", "clip": reading["clip"], "copies": "p", "at": [10, 10]}
        answer = self.send(paste)
        self.assertEqual(answer.status_code, 200)
        self.assertEqual(answer.json()["repaint"]["selects"], ["p-1"])
        (item,) = Item.objects.filter(drawing=self.drawing).exclude(parent="")
        self.assertEqual(json.loads(item.body)["frame"]["place"]["origin"], [10, 10])
        refused = self.post("queries/clipboard", {"text": "<svg"})
        self.assertEqual((refused.status_code, refused.json()["code"]), (422, "not_svg"))

    def test_questions_about_arranging(self):
        self.send(PLATE)
        base = f"drawings/{self.drawing}"
        ring = {"kind": "ring_of_copies", "items": ["plate"], "copies": "r", "count": 3}
        spread = self.post(f"{base}/queries/copies", {"command": ring}).json()
        self.assertEqual(len(spread["repaint"]["items"]), 2)
        self.assertEqual([p["name"] for p in spread["pegs"]], ["centre", "count"])
        aim = {"probes": [[99, 51]], "scale": 1.0}
        drag = {"peg": "centre", "to": [99, 51]}
        met = self.post(
            f"{base}/queries/copies", {"command": ring, "aim": aim, "drag": drag}
        ).json()
        self.assertEqual(met["pegs"][0]["at"], [100, 50])  # the corner
        lies = self.post(f"{base}/queries/items-at-point", {"at": [0, 20], "reach": 3}).json()
        self.assertEqual([one["item"] for one in lies], ["plate"])
        alike = self.post(
            f"{base}/queries/similar-items", {"items": ["plate"], "by": "kind"}
        ).json()
        self.assertEqual(alike, ["plate"])
        frame = self.post(f"{base}/queries/selection", {"selection": ["plate"]}).json()["frame"]
        again = self.post(
            f"{base}/queries/repeat", {"command": move(by=(3, 4)), "frame": frame}
        ).json()
        self.assertEqual(again["command"]["by"], [3, 4])

    def test_how_symmetric_an_outline_is(self):
        path = {"anchors": [{"at": p} for p in ([0, 0], [40, 0], [20, 60])], "closed": True}
        self.send({"kind": "add_outline", "item": "tri", "contours": [path]})
        base = f"drawings/{self.drawing}/queries/symmetry"
        found = self.post(base, {"item": "tri"}).json()
        self.assertEqual((found["centre"][0], found["angle"], found["alike"]), (20, 90, True))
        level = {"centre": [0, 30], "angle": 0}
        self.assertFalse(self.post(base, {"item": "tri", "axis": level}).json()["alike"])
        self.assertEqual(self.post(base, {"item": "none"}).json()["code"], "unknown_item")

    def test_trouble_spots_and_the_curvature_along_an_outline(self):
        path = {"anchors": [{"at": p} for p in ([0, 0], [90, 1], [60, 60])], "closed": True}
        self.send({"kind": "add_outline", "item": "tri", "contours": [path]})
        base = f"drawings/{self.drawing}"
        found = self.post(f"{base}/queries/trouble-spots", {"items": ["tri", "gone"]}).json()
        self.assertEqual([s["kind"] for s in found["spots"]], ["almost_level"])
        self.assertEqual(self.send(found["spots"][0]["command"]).status_code, 200)
        self.assertEqual(
            self.post(f"{base}/queries/trouble-spots", {"items": ["tri"]}).json()["count"], 0
        )
        limits = {"turn": 0, "corner": 25, "ratio": 2}
        refused = self.post(f"{base}/queries/trouble-spots", {"items": ["tri"], "limits": limits})
        self.assertEqual(refused.json()["code"], "bad_limits")
        shows = {"marks": "frame", "curves": 5}
        (curve,) = self.post(
            f"{base}/queries/selection", {"selection": ["tri"], "view": shows}
        ).json()["curves"]
        self.assertEqual([j["continuity"] for j in curve["joints"]], ["broken"] * 3)
        self.assertEqual(set(curve["curvature"]), {0.0})

    def test_an_empty_symmetry_is_read_back_as_a_container(self):
        self.send({"kind": "make_symmetry", "items": [], "symmetry": "m"})
        store.forget_all()
        answer = self.send({**PLATE, "container": "m"})
        self.assertEqual(answer.status_code, 200)
        (item,) = Item.objects.filter(drawing=self.drawing, parent="m")
        self.assertEqual(item.item, "plate")

    def test_another_owners_drawing_is_not_there(self):
        self.send(PLATE)
        self.client.force_login(self.other)
        base = f"drawings/{self.drawing}"
        frame = {"centre": [0, 0], "width": 1, "height": 1, "angle": 0, "lean": 0, "room": 1}
        frame["corners"] = [[0, 0]] * 4
        asked = [
            self.client.get(f"/api/v1/{base}"),
            self.client.get(f"/api/v1/{base}/export-settings"),
            self.client.get(f"/api/v1/{base}/history"),
            self.client.delete(f"/api/v1/{base}"),
            self.post(f"{base}/copies"),
            self.post(f"{base}/restoration"),
            self.post(f"{base}/queries/preview", {"command": move()}),
            self.post(f"{base}/queries/clipboard", {"items": ["plate"]}),
            self.post(f"{base}/queries/items-at-point", {"at": [0, 0], "reach": 9}),
            self.post(f"{base}/queries/similar-items", {"items": ["plate"], "by": "fill"}),
            self.post(f"{base}/queries/copies", {"command": move()}),
            self.post(f"{base}/queries/symmetry", {"item": "plate"}),
            self.post(f"{base}/queries/trouble-spots", {"items": ["plate"]}),
            self.post(f"{base}/queries/repeat", {"command": move(), "frame": frame}),
            self.send(move()),
        ]
        self.assertEqual({a.status_code for a in asked}, {404})
        self.assertEqual({a.json()["code"] for a in asked}, {"unknown_drawing"})
        self.assertEqual(self.client.get("/api/v1/drawings").json(), {"cards": [], "more": False})

    def test_a_deleted_drawing_is_not_there_until_it_is_restored(self):
        self.send(PLATE)
        self.client.delete(f"/api/v1/drawings/{self.drawing}")
        self.assertEqual(self.send(move()).json()["code"], "unknown_drawing")
        self.assertEqual(self.post(f"drawings/{self.drawing}/restoration").status_code, 200)
        self.assertEqual(self.send(move()).status_code, 200)

    def test_a_copy_has_items_and_history_of_its_own(self):
        self.send(PLATE)
        copy = self.post(f"drawings/{self.drawing}/copies").json()["id"]
        self.send(move())
        self.drawing = copy
        self.assertEqual(self.x(), 50)
        self.assertEqual(self.go("undo").status_code, 200)
        self.assertEqual(self.value().order, ())

    def test_nobody_gets_in_without_signing_in_or_without_the_token(self):
        self.client.logout()
        self.assertEqual(self.client.get("/api/v1/drawings").json()["code"], "not_signed_in")
        self.assertEqual(self.post("session/demo").status_code, 403)
        wrong = self.post("session", {"name": "mira", "password": "no"})
        self.assertEqual((wrong.status_code, wrong.json()["code"]), (401, "wrong_sign_in"))
        strict = self.client_class(enforce_csrf_checks=True)
        strict.force_login(self.user)
        answer = strict.post("/api/v1/drawings", "{}", content_type="application/json")
        self.assertEqual(answer.status_code, 403)

    def test_ids_that_differ_in_case_are_two_items(self):
        self.send({**PLATE, "item": "Plate"})
        self.send({**PLATE, "item": "plate"})
        self.assertEqual(self.value().order, ("Plate", "plate"))

    def test_a_refused_edit_leaves_no_trace(self):
        row = Drawing.objects.get(pk=self.drawing)
        with self.assertRaises(DataError):
            edit(
                self.user.pk,
                row.pk,
                command_id="x" * 50,  # longer than the column: fails at the very end
                known=Known(0),
                command=read_command(PLATE),
            )
        self.assertEqual((Item.objects.count(), Drawing.objects.get().version), (1, 0))
        self.assertEqual(self.send(PLATE).status_code, 200)
