"""Drawings that were kept by earlier forms of the program open, with all their history."""

import json
from pathlib import Path

from buildup.view.drawables import drawable
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.db import connection
from django.db.migrations.executor import MigrationExecutor
from django.test import Client, TransactionTestCase

from studio import store
from studio.actions.go import go
from studio.management.commands.show_anew import is_stale
from studio.models import Drawing, Item, Step

AT_0004 = json.loads(Path(__file__).with_name("tables_at_0004.json").read_text())
"""The tables of a drawing as that form left them, and what was drawn at each step."""
NEWEST = [("studio", "0010_identities")]


def migrate(targets):
    executor = MigrationExecutor(connection)
    executor.migrate(targets)


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
        told = client.get(f"/api/drawings/{self.row.pk}").json()
        self.assertEqual(told["places"][0], ["layer-1", ""])
        ids = {i["id"] for i in told["repaint"]["items"]}
        self.assertEqual(ids, {i for i, _ in told["places"]})
        Item.objects.update(shown="{}")
        with self.assertNumQueries(1):
            self.assertTrue(is_stale(self.row.pk))
        call_command("show_anew", "--stale", verbosity=0)
        self.assertFalse(is_stale(self.row.pk))
        again = client.get(f"/api/drawings/{self.row.pk}").json()
        self.assertEqual(
            [i["path"] for i in again["repaint"]["items"]],
            [i["path"] for i in told["repaint"]["items"]],
        )
