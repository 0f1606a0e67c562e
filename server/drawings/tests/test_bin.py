"""The bin, what it takes along, and how much somebody may keep."""

import io
from datetime import timedelta
from unittest import mock

from accounts.services.quota import storage_of
from buildup.drawing.sheet import Sheet
from buildup.edits.apply import read_command
from common.models import IdempotencyKey
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.test import TransactionTestCase, override_settings
from django.utils import timezone
from references.imagefiles import Checked
from references.models import Picture
from references.tests.test_pictures import encoded

from drawings import store
from drawings.models import Drawing, Item, PictureUse, Step
from drawings.services import lifecycle as acts
from drawings.services.edit import edit
from drawings.services.navigate import go
from drawings.services.pictures import keep
from drawings.tests.test_api import PLATE, move


class BinCase(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        people = get_user_model().objects
        self.user, self.other = people.create_user("mira"), people.create_user("ilse")
        self.client.force_login(self.user)
        self.count = 0

    def make(self, name="Bridge", user=None):
        return acts.make((user or self.user).pk, name=name, sheet=Sheet(400, 300, "px"))

    def edit(self, row, command, user=None):
        self.count += 1
        return edit(
            (user or self.user).pk,
            row.pk,
            command_id=f"command-{self.count:04}",
            known=None,
            command=read_command(command),
        ).row

    def picture(self, row, size=1000):
        return keep(row, Checked(data=bytes(size), mime="image/png", width=9, height=9))

    def place(self, row, picture, called="u"):
        command = {"kind": "add_reference", "reference": called, "called": "x", "pixels": [9, 9]}
        return self.edit(row, {**command, "picture": picture.pk})

    def names(self, path):
        return [card["name"] for card in self.client.get(f"/api/v1/{path}").json()["cards"]]


class BinTest(BinCase):
    def test_what_is_deleted_lies_in_the_bin_until_it_is_restored_or_gone(self):
        rows = {name: self.make(name) for name in ("one", "two", "three")}
        theirs = self.make("theirs", self.other)
        for row in rows.values():
            self.edit(row, PLATE)
            self.client.delete(f"/api/v1/drawings/{row.pk}")
        acts.delete(self.other.pk, theirs.pk)
        self.assertEqual((self.names("drawings"), self.names("bin")), ([], ["three", "two", "one"]))
        card = self.client.get(f"/api/v1/drawings/{rows['two'].pk}/thumbnail.png")
        self.assertEqual(card.headers["Content-Type"], "image/png")
        self.client.post(f"/api/v1/drawings/{rows['two'].pk}/restoration")
        self.assertEqual((self.names("drawings"), self.names("bin")), (["two"], ["three", "one"]))
        gone = self.client.delete(f"/api/v1/bin/{rows['one'].pk}")
        self.assertEqual((gone.status_code, self.names("bin")), (204, ["three"]))
        self.assertEqual(self.client.delete("/api/v1/bin").json(), {"count": 1})
        self.assertEqual(set(Step.objects.values_list("drawing", flat=True)), {rows["two"].pk})
        left = {rows["two"].pk, theirs.pk}
        self.assertEqual(set(Item.objects.values_list("drawing", flat=True)), left)
        self.assertEqual(set(Drawing.objects.values_list("pk", flat=True)), left)

    def test_what_is_not_in_the_bin_of_whoever_asks_is_not_deleted_for_good(self):
        mine, theirs = self.make("mine"), self.make("theirs", self.other)
        acts.delete(self.other.pk, theirs.pk)
        for row in (mine, theirs):
            answer = self.client.delete(f"/api/v1/bin/{row.pk}")
            self.assertEqual((answer.status_code, answer.json()["code"]), (404, "unknown_drawing"))
            self.assertEqual(self.client.delete("/api/v1/bin").json(), {"count": 0})
        self.assertEqual(Drawing.objects.count(), 2)
        restored = self.client.post(f"/api/v1/drawings/{theirs.pk}/restoration")
        self.assertEqual(restored.status_code, 404)

    def test_after_thirty_days_it_is_gone_and_other_things_are_tidied(self):
        old, young, used = self.make("old"), self.make("young"), self.make("used")
        now = timezone.now()
        for row, days in ((old, 31), (young, 29)):
            Drawing.objects.filter(pk=row.pk).update(deleted=now - timedelta(days=days))
        for key, days in (("long-ago-1", 3), ("just-now-1", 1)):
            IdempotencyKey.objects.create(owner=self.user, key=key, asked="", answer={})
            IdempotencyKey.objects.filter(key=key).update(created=now - timedelta(days=days))
        out = io.StringIO()
        call_command("purge_deleted", stdout=out)
        self.assertIn("1 drawings", out.getvalue())
        self.assertEqual(set(Drawing.objects.values_list("pk", flat=True)), {young.pk, used.pk})
        self.assertEqual(list(IdempotencyKey.objects.values_list("key", flat=True)), ["just-now-1"])
        call_command("purge_deleted", "--days", "0", verbosity=0)
        self.assertEqual(Drawing.objects.get(), used)


class PicturesTest(BinCase):
    def test_a_picture_stays_while_a_drawing_uses_it_at_any_step(self):
        first, second = self.make("first"), self.make("second")
        shared, alone = self.picture(first), self.picture(first)
        self.place(first, alone)
        self.place(second, shared)
        go(self.user.pk, second.pk, command_id="take-back", known=None, to="undo")
        copy = acts.duplicate(self.user.pk, second.pk)
        for row, left in (
            (first, {shared.pk}),  # that which only this one used goes with it
            (second, {shared.pk}),  # the copy can bring it back by redo
            (copy, set()),
        ):
            acts.delete(self.user.pk, row.pk)
            self.client.delete(f"/api/v1/bin/{row.pk}")
            self.assertEqual(set(Picture.objects.values_list("pk", flat=True)), left)
        self.assertEqual(PictureUse.objects.count(), 0)

    def test_a_sheet_that_is_made_or_imported_shows_no_picture_of_another_drawing(self):
        row = self.make()
        picture = self.picture(row)
        shown = self.place(row, picture)
        sheet = store.value_of(shown).sheet
        self.assertEqual(len(sheet.references), 1)
        made = acts.make(self.user.pk, name="another", sheet=sheet)
        self.assertEqual(store.value_of(Drawing.objects.get(pk=made.pk)).sheet.references, ())

    def test_an_account_that_goes_takes_all_of_it_along(self):
        row = self.make()
        self.place(row, self.picture(row))
        theirs = self.make("theirs", self.other)
        self.edit(theirs, PLATE, self.other)
        Step.objects.filter(drawing=theirs).update(author=self.user)
        self.user.delete()
        self.assertEqual((Picture.objects.count(), Drawing.objects.get()), (0, theirs))
        self.assertIsNone(Step.objects.get().author)


class StorageTest(BinCase):
    def storage(self):
        return self.client.get("/api/v1/storage").json()

    def bring(self, row):
        return self.client.post(
            f"/api/v1/drawings/{row.pk}/pictures",
            encoded("PNG", (60, 60)),
            content_type="application/octet-stream",
        )

    def test_what_is_kept_is_counted_as_it_is_written_and_copied(self):
        row = self.make()
        empty = self.storage()
        self.assertEqual((empty["drawings"], empty["binned"]), (1, 0))
        row = self.edit(row, PLATE)
        step = Step.objects.get()
        texts = Step.objects.values_list("command", "change", "inverse").get()
        self.assertEqual(step.author, self.user)
        written = self.storage()["bytes"] - empty["bytes"]
        self.assertGreater(written, sum(len(str(t)) for t in texts) * 0.9)
        one = self.storage()["bytes"]
        acts.duplicate(self.user.pk, row.pk)
        self.assertEqual(self.storage()["bytes"], 2 * one)
        with self.assertNumQueries(4):  # however much there is
            storage_of(self.user)

    def test_a_full_storage_is_met_by_deleting_and_emptying_the_bin(self):
        row = self.make()
        self.assertIn("id", self.bring(row).json())
        held = self.storage()["bytes"]
        with override_settings(MOST_BYTES=held + 50):
            full = self.bring(row)
            self.assertEqual((full.status_code, full.json()["code"]), (413, "storage_full"))
            self.assertIn("empty the bin", full.json()["detail"])
            self.assertEqual(Picture.objects.count(), 1)
            acts.delete(self.user.pk, row.pk)
            self.assertEqual(self.storage()["bytes"], held)  # what lies in the bin still counts
            self.client.delete("/api/v1/bin")
            self.assertEqual(self.storage()["bytes"], 0)
            self.assertIn("id", self.bring(self.make("another")).json())

    def test_drawings_are_counted_and_a_person_may_have_a_limit_of_their_own(self):
        row = self.make()
        self.user.most_drawings = 2
        self.user.save()
        acts.duplicate(self.user.pk, row.pk)
        for path, body in (
            ("drawings", {"name": "x", "sheet": {"width": 9, "height": 9, "unit": "mm"}}),
            (f"drawings/{row.pk}/copies", {}),
        ):
            full = self.client.post(f"/api/v1/{path}", body, content_type="application/json")
            self.assertEqual((full.status_code, full.json()["code"]), (413, "storage_full"))
            self.assertIn("2 of 2 drawings", full.json()["detail"])
        self.assertEqual(Drawing.objects.count(), 2)
        self.edit(row, PLATE)  # edits are always kept

    def test_a_copy_is_made_in_the_store_whatever_the_past_holds(self):
        row = self.edit(self.make(), PLATE)

        def copied():
            with self.assertNumQueries(13):
                return acts.duplicate(self.user.pk, row.pk)

        copied()
        for n in range(1, 60):
            row = self.edit(row, move(by=(n, 0)))
        copy = copied()
        self.assertEqual(copy.steps.count(), 60)
        same = (
            "number",
            "command_id",
            "change",
            "inverse",
            "command",
            "parent",
            "author",
            "created",
        )
        self.assertEqual(list(copy.steps.values_list(*same)), list(row.steps.values_list(*same)))
        self.assertEqual(store.value_of(copy), store.value_of(row))
        back = go(self.user.pk, copy.pk, command_id="to-begin", known=None, to=0)
        self.assertEqual(back.after.order, ())


class ListsTest(BinCase):
    def test_drawings_come_some_at_a_time_in_their_order(self):
        names = [f"drawing {n}" for n in range(7)]
        for name in names:
            self.make(name)
        Drawing.objects.update(changed=timezone.now())  # one moment: the number decides
        found, after, pages = [], "", 0
        while True:
            page = self.client.get(f"/api/v1/drawings?most=3{after}").json()
            found += [c["name"] for c in page["cards"]]
            after = f"&after={page['cards'][-1]['id']}"
            pages += 1
            if not page["more"]:
                break
        self.assertEqual((found, pages), (names[::-1], 3))
        self.assertEqual(self.names("drawings?find=WING 3"), ["drawing 3"])
        self.assertEqual(self.names("drawings?most=-4&find=" + "x" * 5000), [])
        self.assertEqual(len(self.names("drawings?after=987654")), 7)

    def test_a_shelf_comes_some_at_a_time(self):
        with mock.patch("library.api.PAGE", 5):
            found, more = [], True
            while more:
                page = self.client.get(f"/api/v1/library?start={len(found)}").json()
                found += [e["id"] for e in page["entries"]]
                self.assertLessEqual(len(page["entries"]), 5)
                more = page["more"]
        whole = self.client.get("/api/v1/library").json()["entries"]
        self.assertEqual(found, [e["id"] for e in whole])
        self.assertGreater(len(found), 5)
