"""The shelf: trays, names, owners, files, and what is refused."""

import json

from buildup.shapes.presets import READY_MADE, checked_setting
from buildup.shapes.registry import SHAPES
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase

from library.builtin.tray import luthiers_tray
from library.models import ShelfEntry

READY = len(READY_MADE) + len(luthiers_tray())
KNOB = {"tray": "Knobs", "name": "Small", "shape": "gear", "dials": {"teeth": 20}}


class ShelfTest(TransactionTestCase):
    def setUp(self):
        people = get_user_model().objects
        self.user = people.create_user("mira", password="reed-and-spruce")
        self.other = people.create_user("ilse", password="reed-and-spruce")
        self.client.force_login(self.user)

    def ask(self, method, path="", body=None):
        call = getattr(self.client, method)
        return call(
            f"/api/v1/library{path}", json.dumps(body or {}), content_type="application/json"
        )

    def names(self):
        return [
            e["name"]
            for e in self.client.get("/api/v1/library").json()["entries"]
            if e["tray"] == "Knobs"
        ]

    def test_it_comes_with_a_tray_of_good_ones_once(self):
        entries = self.client.get("/api/v1/library").json()["entries"]
        settings = [e for e in entries if e["kind"] == "setting"]
        self.assertEqual([e["name"] for e in settings], [s.name for s in READY_MADE])
        forms = [e["name"] for e in entries if e["kind"] == "outline"]
        self.assertEqual(forms, [o.name for o in luthiers_tray()])
        for entry in entries:
            if entry["kind"] == "setting":
                self.assertEqual(set(entry["dials"]), set(SHAPES[entry["shape"]].defaults()))
                self.assertRegex(entry["picture"], r"^M")
            self.ask("delete", f"/{entry['id']}")
        self.assertEqual(self.client.get("/api/v1/library").json()["entries"], [])

    def test_keep_replace_rename_move_remove(self):
        kept = self.ask("post", "/presets", KNOB).json()
        again = self.ask("post", "/presets", {**KNOB, "dials": {"teeth": 30}}).json()
        self.assertEqual((again["id"], again["dials"]["teeth"]), (kept["id"], 30))
        self.ask("post", "/presets", {**KNOB, "name": "Large"})
        taken = self.ask("patch", f"/{kept['id']}", {"name": "Large"})
        self.assertEqual((taken.status_code, taken.json()["code"]), (409, "name_taken"))
        self.assertEqual(self.ask("patch", f"/{kept['id']}", {"name": "Tiny"}).status_code, 200)
        self.ask("patch", f"/{kept['id']}", {"tray": "Elsewhere"})
        self.assertEqual(self.names(), ["Large"])
        self.assertEqual(self.ask("delete", f"/{kept['id']}").status_code, 200)
        self.assertEqual(self.ask("delete", f"/{kept['id']}").status_code, 404)

    def test_a_file_goes_out_and_comes_in_whole_or_not_at_all(self):
        self.ask("post", "/presets", KNOB)
        file = self.client.get("/api/v1/library/export").json()
        self.client.force_login(self.other)
        self.assertEqual(
            self.ask("post", "/imports", file).json(), {"count": READY + 1, "message": ""}
        )
        self.assertEqual(self.names(), ["Small"])
        before = ShelfEntry.objects.count()
        for wrong in ({"teeth": 1e9}, {"tooth": 3}, {"teeth": None}):
            bad = {**file, "settings": [{**KNOB, "name": "New"}, {**KNOB, "dials": wrong}]}
            self.assertEqual(self.ask("post", "/imports", bad).status_code, 422)
        self.assertEqual(self.ask("post", "/imports", {**file, "format": "x"}).status_code, 422)
        self.assertEqual(ShelfEntry.objects.count(), before)

    def test_anothers_entry_is_not_there(self):
        kept = self.ask("post", "/presets", KNOB).json()
        self.client.force_login(self.other)
        self.assertEqual(self.ask("patch", f"/{kept['id']}", {"name": "Mine"}).status_code, 404)
        self.assertEqual(self.ask("delete", f"/{kept['id']}").status_code, 404)
        self.assertEqual(self.names(), [])

    def test_the_ready_made_differ(self):
        drawn = {(s.shape, tuple(checked_setting(s).dials.values())) for s in READY_MADE}
        self.assertEqual(len(drawn), len(READY_MADE))
