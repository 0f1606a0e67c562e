"""What is sent again because its answer was lost is made once; an id counts for one edit."""

import json
import threading
from unittest import mock

from common.models import IdempotencyKey
from django.contrib.auth import get_user_model
from django.db import connections
from django.db.utils import OperationalError
from django.test import Client, TransactionTestCase
from drawings import store
from drawings.models import Drawing, Step
from drawings.tests.test_api import PLATE, SHEET, ApiCase, move
from fonts.models import Font
from library.models import ShelfEntry
from references.models import Picture
from references.tests.test_pictures import encoded

KEY = "0123456789abcdef"
SVG = (
    b'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><rect width="9" height="9"/></svg>'
)


class OnceTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira")
        self.client.force_login(self.user)

    def post(self, path, body, key=KEY, client=None):
        kind = "application/json" if isinstance(body, dict) else "application/octet-stream"
        data = json.dumps(body) if isinstance(body, dict) else body
        named = {"Idempotency-Key": key} if key else {}
        client = client or self.client
        return client.post(f"/api/v1/{path}", data, content_type=kind, headers=named)

    def test_everything_that_is_made_is_made_once_for_a_key(self):
        sheet = {"name": "Bridge", "sheet": SHEET}
        drawing = self.post("drawings", sheet, key=None).json()["id"]
        self.client.get("/api/v1/library")
        clip = self.client.post(
            "/api/v1/queries/clipboard", {"text": SVG.decode()}, "application/json"
        ).json()
        outline = {"tray": "Mine", "name": "Leaf", "clip": clip["clip"]}
        file = {"format": "build-up-curve-shelf", "version": 2, "outlines": [outline]}
        cases = (
            ("drawings", sheet, Drawing),
            (f"drawings/{drawing}/copies", {}, Drawing),
            ("imports?name=leaf.svg", SVG, Drawing),
            (f"drawings/{drawing}/pictures", encoded(), Picture),
            ("library/outlines", outline, ShelfEntry),
            ("library/imports", file, ShelfEntry),
        )
        for number, (path, body, model) in enumerate(cases):
            with self.subTest(path):
                key = f"{KEY}-{number}"
                before = model.objects.count()
                first, second = (self.post(path, body, key) for _ in range(2))
                self.assertEqual((first.status_code, second.status_code), (201, 201))
                self.assertEqual(first.headers.get("Location"), second.headers.get("Location"))
                self.assertEqual(first.json(), second.json())
                self.assertEqual(model.objects.count(), before + 1)

    def test_a_refusal_is_not_noted_and_nothing_is_half_done(self):
        self.user.most_drawings = 0
        self.user.save()
        sheet = {"name": "Bridge", "sheet": SHEET}
        self.assertEqual(self.post("drawings", sheet).json()["code"], "storage_full")
        self.assertEqual((IdempotencyKey.objects.count(), Drawing.objects.count()), (0, 0))
        self.user.most_drawings = None
        self.user.save()
        self.assertEqual(self.post("drawings", sheet).json()["name"], "Bridge")
        self.assertEqual(self.post("fonts", b"no font", KEY + "-2").status_code, 422)
        self.assertEqual(Font.objects.count(), 0)

    def test_a_store_that_gives_up_in_the_middle_notes_nothing_and_it_can_be_sent_again(self):
        sheet = {"name": "Bridge", "sheet": SHEET}
        for problem in (OperationalError(1213, "Deadlock"), OperationalError(2006, "gone")):
            with mock.patch("drawings.services.lifecycle.write_items", side_effect=problem):
                away = self.post("drawings", sheet)
            self.assertEqual((away.status_code, away.json()["final"]), (503, False))
            self.assertEqual((Drawing.objects.count(), IdempotencyKey.objects.count()), (0, 0))
        self.assertEqual(self.post("drawings", sheet).json()["name"], "Bridge")

    def test_a_key_belongs_to_one_request_of_one_person(self):
        sheet = {"name": "Bridge", "sheet": SHEET}
        self.post("drawings", sheet)
        other = self.post("drawings", {**sheet, "name": "Another"})
        self.assertEqual((other.status_code, other.json()["code"]), (422, "key_taken"))
        self.client.force_login(get_user_model().objects.create_user("ilse"))
        self.assertEqual(self.post("drawings", sheet).json()["name"], "Bridge")
        for odd in ("", "short", "x" * 65, "a b c d e f g"):
            self.assertEqual(self.post("drawings", sheet, key=odd).status_code, 201)
        made = (Drawing.objects.count(), IdempotencyKey.objects.count())
        self.assertEqual(made, (6, 2))  # unnamed: anew
        self.client.logout()
        self.assertEqual(self.post("drawings", sheet).json()["code"], "not_signed_in")

    def test_four_at_once_under_one_key_make_one(self):
        answers = []

        def ask():
            client = Client()
            client.force_login(self.user)
            try:
                answers.append(self.post("drawings", {"name": "B", "sheet": SHEET}, client=client))
            finally:
                connections.close_all()

        threads = [threading.Thread(target=ask) for _ in range(4)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(Drawing.objects.count(), 1)
        self.assertEqual({a.json().get("id") for a in answers}, {Drawing.objects.get().pk})


class IdsTest(ApiCase):
    """An id that was used for one edit is not taken for another one."""

    def test_the_same_id_with_another_edit_is_refused_and_changes_nothing(self):
        self.send(PLATE, id="the-first-one")
        again = self.send(PLATE, id="the-first-one", version=0)
        self.assertEqual((again.status_code, again.json()["version"]), (200, 1))
        other = self.send(move(), id="the-first-one")
        self.assertEqual((other.status_code, other.json()["code"]), (409, "id_taken"))
        self.assertTrue(other.json()["final"])
        self.assertEqual(self.x(), 50)
        kept = Step.objects.get(command_id="the-first-one")
        kept.command = {**kept.command, "kind": "of_another_form"}  # as an older program kept it
        kept.save()
        again = self.send(PLATE, id="the-first-one", version=0)
        self.assertEqual((again.status_code, again.json()["version"]), (200, 1))
        step = self.go("undo", id="the-first-one")
        self.assertEqual((step.status_code, step.json()["code"]), (409, "id_taken"))
