"""A store that was set back under workers and windows: no past is taken for another."""

import json

from django.contrib.auth import get_user_model
from django.test import TransactionTestCase

from drawings import store
from drawings.models import Drawing, Item, Step
from drawings.schema import Sheet
from drawings.services.lifecycle import duplicate, make
from drawings.tests.test_api import PLATE, move


def set_back(row, version):
    """The store as a backup of some version has it."""
    Step.objects.filter(drawing=row, number__gt=version).delete()
    last = Step.objects.filter(drawing=row, number=version).first()
    made = {s.command["item"] for s in Step.objects.filter(drawing=row)}
    Item.objects.filter(drawing=row).exclude(parent="").exclude(item__in=made).delete()
    tip = last.command_id if last else ""
    Drawing.objects.filter(pk=row.pk).update(version=version, head=version, tip=tip)


class RewoundTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira")
        self.client.force_login(self.user)
        self.row = make(self.user.pk, name="Bridge", sheet=Sheet(400, 300, "px"))
        self.base = f"/api/v1/drawings/{self.row.pk}"
        self.count = 0
        self.draw("keep")

    def send(self, command, **known):
        self.count += 1
        body = {"id": f"command-{self.count:04}", "command": command, **known}
        return self.client.post(
            f"{self.base}/commands", json.dumps(body), content_type="application/json"
        )

    def draw(self, item, **known):
        answer = self.send({**PLATE, "item": item}, **known)
        self.assertEqual(answer.status_code, 200)
        return answer.json()

    def rewound(self):
        """What a worker and a window remember of a version 2 that is none any more."""
        before = self.draw("lost")
        remembered = dict(store._kept)
        set_back(self.row, 1)
        store.forget_all()  # the worker that went on is another one
        self.draw("other")
        store._kept.update(remembered)
        return {"version": before["version"], "tip": before["tip"]}

    def items(self):
        row = Drawing.objects.get(pk=self.row.pk)
        return list(store.value_of(row).order)

    def test_a_worker_reads_anew_what_it_remembers_of_another_past(self):
        self.rewound()
        self.assertEqual(self.items(), ["keep", "other"])
        grouping = {"kind": "group_items", "items": ["keep", "lost"], "group": "g"}
        answer = self.send(grouping)
        self.assertEqual((answer.status_code, answer.json()["code"]), (404, "unknown_item"))
        self.assertEqual(self.send(move("other", by=(1, 0))).status_code, 200)
        self.assertEqual(
            set(Item.objects.exclude(parent="").values_list("item", flat=True)), {"keep", "other"}
        )

    def test_a_worker_that_is_steps_behind_in_another_past_reads_anew(self):
        self.rewound()
        remembered = dict(store._kept)
        store.forget_all()
        self.draw("third")
        store._kept.update(remembered)
        self.assertEqual(self.items(), ["keep", "other", "third"])

    def test_a_window_of_another_past_is_told_and_its_edits_go_on_top(self):
        lost = self.rewound()
        asked = f"{self.base}/changes?since={lost['version']}&tip={lost['tip']}"
        answer = self.client.get(asked)
        self.assertEqual((answer.status_code, answer.json()["code"]), (409, "unknown_version"))
        refused = self.send(move("keep", by=(1, 0)), **lost)
        self.assertEqual((refused.status_code, refused.json()["code"]), (409, "unknown_version"))
        self.assertFalse(refused.json()["final"])
        board = self.client.get(self.base).json()
        now = {"version": board["version"], "tip": board["tip"]}
        self.assertEqual(self.send(move("keep", by=(1, 0)), **now).status_code, 200)

    def test_a_version_is_known_by_its_identity_and_older_pages_by_their_number(self):
        begin = self.client.get(self.base).json()
        moved = self.send(move("keep", by=(1, 0)), version=1, tip=begin["tip"]).json()
        self.assertNotEqual(moved["tip"], begin["tip"])
        stale = self.send(move("keep", by=(1, 0)), version=1, tip=begin["tip"])
        self.assertEqual((stale.status_code, stale.json()["answer"]["tip"]), (409, moved["tip"]))
        plain = self.send(move("keep", by=(1, 0)), version=2)
        self.assertEqual(plain.status_code, 200)
        zero = f"{self.base}/changes?since=0"
        self.assertEqual(self.client.get(f"{zero}&tip={self.row.origin}").status_code, 200)
        self.assertEqual(self.client.get(f"{zero}&tip=another").status_code, 409)
        copy = duplicate(self.user.pk, self.row.pk)
        self.assertNotEqual(copy.origin, self.row.origin)
        self.assertEqual(copy.identity, plain.json()["tip"])

    def test_rows_that_an_edit_does_not_find_are_an_error_and_nothing_is_half_done(self):
        self.draw("second")
        self.items()
        Item.objects.filter(item="keep").delete()
        with self.assertLogs("config.errors", "ERROR"):
            answer = self.send(move("keep", by=(1, 0)))
        self.assertEqual((answer.status_code, answer.json()["final"]), (500, False))
        self.assertEqual(Drawing.objects.get().version, 2)
        answer = self.send(move("keep", by=(1, 0)))  # it was read anew meanwhile
        self.assertEqual((answer.status_code, answer.json()["code"]), (404, "unknown_item"))
        self.assertEqual(self.send(move("second", by=(1, 0))).status_code, 200)

    def test_the_past_costs_nothing(self):
        for n in range(store.MOST_STEPS_BEHIND + 2):
            self.send(move("keep", by=(1, n)))
        with self.assertNumQueries(6):
            answer = self.client.get(f"{self.base}/changes?since=1")
        self.assertEqual((answer.status_code, answer.json()["code"]), (409, "long_ago"))
        stale = self.send(move("keep", by=(1, 0)), version=1)
        self.assertEqual((stale.status_code, stale.json()["code"]), (409, "long_ago"))
        self.assertFalse(stale.json()["final"])
        self.assertEqual(self.client.get(f"{self.base}/changes?since={3}").status_code, 200)
