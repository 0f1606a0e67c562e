"""Drawings that were kept by earlier forms of the program open, with all their history."""

import json
from pathlib import Path
from unittest import mock

from accounts.adopting import adopt
from buildup.view.drawables import drawable
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.db.migrations.recorder import MigrationRecorder
from django.test import Client, TransactionTestCase
from drawings import store
from drawings.management.commands.show_anew import is_stale
from drawings.models import Drawing, Item, Step
from drawings.services.navigate import go

AT_0004 = json.loads(Path(__file__).with_name("tables_at_0004.json").read_text())
"""The tables of a drawing as that form left them, and what was drawn at each step."""
NEWEST = [("studio", "0015_apps")]


def migrate(targets):
    executor = MigrationExecutor(connection)
    executor.migrate(targets)


def models_at(migration, *names):
    """Models as they were then."""
    apps = MigrationExecutor(connection).loader.project_state([("studio", migration)]).apps
    return [apps.get_model("studio", name) for name in names]


class ContainersTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        user = get_user_model().objects.create_user("mira")
        migrate([("studio", "0004_shelf_names")])
        self.addCleanup(migrate, NEWEST)
        with connection.cursor() as cursor:
            for table, rows in AT_0004["tables"].items():
                for row in rows:
                    values = {**row, **({"owner_id": user.pk} if "owner_id" in row else {})}
                    names = ", ".join(f"`{v}`" for v in values)
                    sql = (
                        f"INSERT INTO {table} ({names}) VALUES ({', '.join(['%s'] * len(values))})"
                    )
                    cursor.execute(sql, list(values.values()))
        migrate(NEWEST)
        self.user = user
        self.row = Drawing.objects.get()

    def drawn(self):
        """What is drawn, back to front, as the store has it."""
        store.forget_all()
        value = store.value_of(Drawing.objects.get())
        return [[i, drawable(value, i).path] for i in value.order]

    def test_every_step_back_and_ahead_draws_what_it_drew(self):
        looks = AT_0004["looks"]
        self.assertEqual(self.drawn(), looks[str(self.row.head)])
        for turn, number in enumerate((0, 7, 3, 20, 17, 20)):
            go(self.user.pk, self.row.pk, command_id=f"go-to-{turn:04}", known=None, to=number)
            self.assertEqual(self.drawn(), looks[str(number)])

    def test_each_version_that_was_kept_has_an_identity(self):
        last = Step.objects.get(number=self.row.version)
        self.assertEqual((self.row.tip, self.row.identity), (last.command_id, last.command_id))
        self.assertRegex(self.row.origin, r"^[0-9a-f]{16}$")
        for step in Step.objects.all():
            self.assertTrue(store.was_at(self.row, step.number, step.command_id))
            self.assertFalse(store.was_at(self.row, step.number, "another"))
        self.assertTrue(store.was_at(self.row, 0, self.row.origin))

    def test_what_was_derived_is_served_and_can_be_made_anew(self):
        client = Client()
        client.force_login(self.user)
        told = client.get(f"/api/v1/drawings/{self.row.pk}").json()
        self.assertEqual(told["places"][0], ["layer-1", ""])
        ids = {i["id"] for i in told["repaint"]["items"]}
        self.assertEqual(ids, {i for i, _ in told["places"]})
        Item.objects.update(shown="{}")
        with self.assertNumQueries(1):
            self.assertTrue(is_stale(self.row.pk))
        call_command("show_anew", "--stale", verbosity=0)
        self.assertFalse(is_stale(self.row.pk))
        again = client.get(f"/api/v1/drawings/{self.row.pk}").json()
        self.assertEqual(
            [i["path"] for i in again["repaint"]["items"]],
            [i["path"] for i in told["repaint"]["items"]],
        )


class NamesTest(TransactionTestCase):
    """What an earlier form of the program has named is found under the words of now."""

    def test_trays_and_steps_are_renamed_there_and_back(self):
        user = get_user_model().objects.create_user("mira")
        other = get_user_model().objects.create_user("ilse")
        self.addCleanup(migrate, NEWEST)
        migrate([("studio", "0011_bin_and_quota")])
        drawing, step, entry = models_at("0011_bin_and_quota", "Drawing", "Step", "ShelfEntry")
        row = drawing.objects.create(owner_id=user.pk, name="Trial", sheet={})
        for number, name in enumerate(("Take apart", "Thin out", "Move 3 items"), 1):
            step.objects.create(
                drawing=row,
                number=number,
                parent=number - 1,
                name=name,
                command_id=f"step-{number:04}",
                command={},
                change={},
                inverse={},
            )
        trays = ((user, "Ready made"), (other, "Ready made"), (other, "Built in"))
        for rank, (owner, tray) in enumerate(trays):
            entry.objects.create(
                owner_id=owner.pk, tray=tray, name="Knob", shape="gear", dials={}, rank=rank
            )

        def names():
            steps = list(step.objects.order_by("number").values_list("name", flat=True))
            trays = entry.objects.order_by("owner", "id").values_list("tray", flat=True)
            return steps, list(trays)

        before = names()
        migrate([("studio", "0012_words")])
        self.assertEqual(names()[0], ["Separate", "Simplify", "Move 3 items"])
        # whoever has made such a tray meanwhile keeps both
        self.assertEqual(names()[1], ["Built in", "Ready made", "Built in"])
        migrate([("studio", "0011_bin_and_quota")])
        self.assertEqual(names()[0], before[0])
        self.assertEqual(names()[1][0], "Ready made")


class FilledStoreTest(TransactionTestCase):
    """A store of before accounts had a model of their own, with something of everything."""

    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(self.user)
        migrate([("studio", "0010_identities"), ("people", "0001_initial")])
        self.addCleanup(call_command, "migrate", verbosity=0)
        with connection.cursor() as cursor:
            cursor.execute("DELETE FROM django_migrations WHERE app = 'people'")
            cursor.execute(
                "UPDATE django_content_type SET app_label = 'auth'"
                " WHERE app_label = 'people' AND model = 'user'"
            )
        self.fill()

    def fill(self):
        names = ("Drawing", "Step", "Picture", "Face", "ShelfEntry")
        drawing, step, picture, face, entry = models_at("0010_identities", *names)
        shown = {"underlays": [{"picture": None}]}
        first = drawing.objects.create(owner_id=self.user.pk, name="first", sheet={}, version=1)
        self.picture = picture.objects.create(
            drawing=first, bytes=b"12345", mime="image/png", width=9, height=9
        )
        shown["underlays"][0]["picture"] = self.picture.pk
        now = drawing.objects.create(owner_id=self.user.pk, name="now", sheet=shown)
        once = drawing.objects.create(owner_id=self.user.pk, name="once", sheet={}, version=1)
        none = drawing.objects.create(owner_id=self.user.pk, name="none", sheet={})
        self.ids = [row.pk for row in (first, now, once, none)]
        for row, change in ((first, {}), (once, {"sheet": shown})):
            step.objects.create(
                drawing=row,
                number=1,
                command_id=f"c-{row.pk}",
                action="edit",
                name="x",
                command={"kind": "é"},
                change=change,
                inverse=None,
            )
        face.objects.create(owner_id=self.user.pk, key="k", name="Spruce", bytes=b"123")
        entry.objects.create(
            owner_id=self.user.pk, tray="t", name="n", shape="", dials={}, rank=1, clip="{ü}"
        )

    def test_everything_finds_its_place_and_nobody_is_signed_out(self):
        call_command("migrate", verbosity=0)
        self.assertEqual(self.client.get("/api/v1/me").json()["sign_in"], "mira")
        user = get_user_model().objects.get()
        self.assertTrue(user.check_password("reed-and-spruce"))
        self.assertEqual((user.pk, user.most_bytes), (self.user.pk, None))
        picture = user.pictures.get()
        self.assertEqual((picture.pk, picture.size), (self.picture.pk, 5))
        used = set(picture.uses.values_list("drawing", flat=True))
        self.assertEqual(used, set(self.ids[:3]))  # brought into, shown now, shown once
        self.assertEqual([s.author for s in Step.objects.all()], [user, user])
        self.assertEqual((user.fonts.get().size, user.shelf_entries.get().size), (3, 3))
        sizes = dict(Drawing.objects.values_list("name", "size"))
        self.assertEqual(sizes["none"], 0)
        self.assertGreater(sizes["once"], sizes["first"])
        self.assertGreater(sizes["first"], 10)
        told = self.client.get("/api/v1/storage").json()
        self.assertEqual((told["drawings"], told["bytes"]), (4, sum(sizes.values()) + 5 + 3 + 3))
        with connection.cursor() as cursor:
            cursor.execute("SELECT app_label FROM django_content_type WHERE model = 'user'")
            self.assertEqual(cursor.fetchall(), (("people",),))

    def test_migrating_again_changes_nothing_and_the_way_back_keeps_pictures(self):
        for _ in range(2):
            call_command("migrate", verbosity=0)
        self.assertFalse(adopt(connection))
        migrate([("studio", "0010_identities")])
        with connection.cursor() as cursor:
            cursor.execute("SELECT drawing_id, bytes FROM studio_picture")
            self.assertEqual(cursor.fetchall(), ((self.ids[0], b"12345"),))


class EmptyStoreTest(TransactionTestCase):
    def test_an_empty_store_has_nothing_to_adopt(self):
        self.assertFalse(adopt(connection))
        with mock.patch.object(MigrationRecorder, "has_table", return_value=False):
            self.assertFalse(adopt(connection))
