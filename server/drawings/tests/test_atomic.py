"""Nothing closes a drawing off: moments that agree, old values, odd names, deadlocks."""

import json
import threading
from contextlib import ExitStack, contextmanager
from unittest import mock

from buildup.drawing.sheet import Sheet
from common.retries import in_transaction
from django.contrib.auth import get_user_model
from django.db import connections
from django.db.utils import OperationalError
from django.test import Client, TransactionTestCase
from library.models import ShelfEntry
from references.imagefiles import Checked

from drawings import models, store
from drawings.api import editing as api
from drawings.selectors import pages
from drawings.selectors import values as asking
from drawings.services.lifecycle import make
from drawings.services.pictures import keep
from drawings.tests.test_api import PLATE, move


def apart(act):
    """Do something on a connection of its own, and wait for it."""

    def run():
        try:
            act()
        finally:
            connections.close_all()

    thread = threading.Thread(target=run)
    thread.start()
    thread.join()


class SoundTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira")
        self.row = make(self.user.pk, name="Bridge", sheet=Sheet(400, 300, "px"))
        self.base = f"/api/v1/drawings/{self.row.pk}"
        self.client.force_login(self.user)
        self.version = 0

    def send(self, command, client=None, **more):
        body = {"id": f"command-{self.version:04}", "version": self.version, "command": command}
        body.update(more)
        answer = (client or self.client).post(
            f"{self.base}/commands", json.dumps(body), content_type="application/json"
        )
        if answer.status_code == 200:
            self.version = answer.json()["version"]
        return answer

    @contextmanager
    def an_edit_in_between(self, where):
        """Another window's edit lands just after `where` was called by the request under way."""
        real, other = getattr(api, where), Client()
        other.force_login(self.user)

        def slow(*args, **named):
            values = real(*args, **named)
            apart(lambda: self.send(move(by=(7, 0)), other))
            return values

        with ExitStack() as patched:
            for part in (api, asking, pages):
                patched.enter_context(mock.patch.object(part, where, slow))
            yield

    def test_what_one_answer_says_is_of_one_moment(self):
        """Every reading request, with an edit landing in its middle on another connection."""
        self.send(PLATE)
        self.send(move())
        paths = ("", "/pages", "/document", "/history", "/changes?since=1", "/history/1")
        for path in paths:
            with self.subTest(path):
                version = self.version
                with self.an_edit_in_between("found"):
                    values = self.client.get(self.base + path)
                    told = values.getvalue()
                self.assertEqual((values.status_code, self.version), (200, version + 1))
                for known, _, value in store._kept.values():
                    x = value.items["plate"].frame.place.origin.real
                    self.assertEqual(x, 55 + 7 * (known - 2))
                if path in ("", "/pages", "/document"):
                    self.assertEqual(json.loads(told.split(b"\n")[0])["version"], version)
        row = models.Drawing.objects.get()
        self.assertEqual(
            store.value_of(row).items["plate"].frame.place.origin.real, 55 + 7 * len(paths)
        )

    def test_a_remembered_value_that_is_wrong_is_read_anew(self):
        self.send(PLATE)
        early = dict(store._kept)
        self.send({**PLATE, "item": "second"})
        self.send({"kind": "order_items", "items": ["second"], "behind": None})
        _, identity, value = early[self.row.pk]
        wrong = type(value)(value.sheet)
        store._kept[self.row.pk] = (1, identity, wrong)
        self.send({"kind": "order_items", "items": ["second"], "behind": "plate"})
        self.assertEqual(store.value_of(models.Drawing.objects.get()).order, ("plate", "second"))

    def test_a_drawing_with_values_beyond_reading_opens(self):
        """Such values were kept once; they are shown, taken back, removed and copied."""
        self.send(PLATE)
        item = models.Item.objects.get(item="plate")
        body = json.loads(item.body)
        body["frame"]["place"]["origin"] = [2.7e6, 5e13]
        item.body = json.dumps(body)
        item.save()
        change = models.Step.objects.get()
        change.change = {**change.change, "put": [body]}
        change.save()
        store.forget_all()
        for path in ("", "/document", "/export-settings", "/changes?since=0", "/history/0"):
            self.assertEqual(self.client.get(self.base + path).status_code, 200, path)
        whole = {"start": [-9e5, -9e5], "end": [9e5, 9e5]}
        for path, asked in (("selection", {"selection": ["plate"]}), ("items-in-box", whole)):
            answer = self.client.post(
                f"{self.base}/queries/{path}", json.dumps(asked), content_type="application/json"
            )
            self.assertEqual(answer.status_code, 200, path)
        behind = self.send({**PLATE, "item": "new"}, version=0)
        self.assertEqual(behind.status_code, 409)
        self.assertEqual(self.client.post(f"{self.base}/copies").status_code, 201)
        self.assertEqual(self.send({"kind": "delete_items", "items": ["plate"]}).status_code, 200)

    def test_an_edit_never_leads_beyond_reading(self):
        self.send(PLATE)
        far = [move(by=(900_000, 0)), move(by=(900_000, 0))]
        statuses = [self.send(c).json().get("code") for c in far]
        self.assertEqual(statuses, [None, "too_far"])
        wide = {**PLATE, "item": "w", "start": [0, 0], "to": [700_000, 9], "centred": True}
        self.assertEqual(self.send(wide).json()["code"], "too_far")
        store.forget_all()
        self.assertEqual(self.client.get(self.base).status_code, 200)

    def test_names_that_cannot_be_kept_are_refused(self):
        self.send(PLATE)
        for name in ("half \ud800", "no \ufffe character", "\u200b\u200d", "\x07"):
            command = {"kind": "rename_item", "item": "plate", "called": name}
            answer = self.send(command)
            self.assertIn(answer.json()["code"], ("bad_text", "bad_name"), repr(name))
            kept = self.client.post(
                "/api/v1/library/presets",
                json.dumps({"tray": "T", "name": name, "shape": "gear"}),
                content_type="application/json",
            )
            self.assertEqual(kept.status_code, 422)

    def test_copies_need_ids_of_their_own(self):
        self.send(PLATE)
        self.send({**PLATE, "item": "second"})
        for copies in (["a", "a"], ["a", "a", "b"], ["a"]):
            command = {"kind": "duplicate_items", "items": ["plate", "second"], "copies": copies}
            self.assertEqual(self.send(command).json()["code"], "bad_id")

    def test_somebody_elses_picture_is_not_placed(self):
        other = get_user_model().objects.create_user("ilse")
        theirs = make(other.pk, name="Theirs", sheet=Sheet(400, 300, "px"))
        kept = [
            keep(row, Checked(data=b"", mime="image/png", width=9, height=9))
            for row in (theirs, self.row)
        ]
        position = {"kind": "add_reference", "reference": "u", "called": "x", "pixels": [9, 9]}
        for picture, status in ((kept[0].pk, 404), (987_654, 404), (kept[1].pk, 200)):
            self.assertEqual(self.send({**position, "picture": picture}).status_code, status)

    def test_an_edit_larger_than_the_store_takes_is_refused_and_the_rest_goes_on(self):
        with mock.patch.object(store, "most_at_once", return_value=2_000):
            many = {"kind": "add_outline", "item": "m"}
            many["contours"] = [{"anchors": [{"at": [n, 0]} for n in range(90)]}]
            values = self.send(many)
            self.assertEqual((values.json()["code"], values.json()["final"]), ("too_large", True))
            self.assertEqual(self.send(PLATE).status_code, 200)

    def test_a_fault_of_the_program_is_told_and_forgets_what_was_remembered_of_the_drawing(self):
        other = make(self.user.pk, name="Another", sheet=Sheet(400, 300, "px"))
        store.value_of(other)
        self.send(PLATE)
        self.client.raise_request_exception = False
        with mock.patch.object(api, "edit", side_effect=KeyError("plate")), self.assertLogs():
            values = self.send(move())
        self.assertEqual((values.status_code, values.json()["code"]), (500, "unforeseen"))
        self.assertEqual((values.json()["final"], list(store._kept)), (False, [other.pk]))

    def test_one_shelf_name_by_eight_at_once(self):
        """Answers as for one after the other; likewise a whole file."""
        one = {"tray": "T", "name": "Knob", "shape": "gear", "dials": {}}
        file = {"settings": [{**one, "name": f"Knob {n}"} for n in range(30)]}
        statuses = []

        def keep(client):
            for path, body in (("library/presets", one), ("library/imports", file)) * 3:
                answer = client.post(
                    f"/api/v1/{path}", json.dumps(body), content_type="application/json"
                )
                statuses.append(answer.status_code)
            connections.close_all()

        clients = [Client() for _ in range(8)]
        for client in clients:  # one after the other: each writes to the row of the same person
            client.force_login(self.user)
        threads = [threading.Thread(target=keep, args=(client,)) for client in clients]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(statuses, [201] * 48)
        self.assertEqual(ShelfEntry.objects.filter(tray="T").count(), 31)

    def test_names_that_differ_in_an_accent_are_two(self):
        for name in ("café", "Cafe"):
            body = json.dumps({"tray": "T", "name": name, "shape": "gear"})
            self.client.post("/api/v1/library/presets", body, content_type="application/json")
        self.assertEqual(ShelfEntry.objects.filter(tray="T").count(), 2)

    def test_what_was_given_up_for_another_starts_again(self):
        tries = []

        @in_transaction
        def act():
            tries.append(1)
            if len(tries) < 3:
                raise OperationalError(1213, "Deadlock found")
            return "done"

        self.assertEqual((act(), len(tries)), ("done", 3))
