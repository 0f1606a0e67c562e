"""Outlines on the shelf: kept, changed, followed by linked copies, sent out and taken in."""

import json
from xml.etree import ElementTree

from buildup.drawing.clips import clip_of, read_clip
from buildup.edits.library.libraryplacement import shelf_clip
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase
from drawings import store
from drawings.models import Drawing

from core.tests.edits.test_library import done
from core.tests.zoo import disc, drawing, full, leaf, plate
from library.builtin.tray import luthiers_tray
from library.models import Shelf, ShelfEntry

LEAF = clip_of(drawing(leaf()), ["leaf"]).text()
PLATE = clip_of(drawing(plate()), ["plate"]).text()
KEEP = {"tray": "Mine", "name": "Leaf", "clip": LEAF}


class OutlinesTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        people = get_user_model().objects
        self.user = people.create_user("mira", password="reed-and-spruce")
        self.other = people.create_user("ilse", password="reed-and-spruce")
        self.client.force_login(self.user)

    def ask(self, method, path, body=None):
        call = getattr(self.client, method)
        return call(f"/api/v1{path}", json.dumps(body or {}), content_type="application/json")

    def get(self, path):
        return self.client.get(f"/api/v1{path}")

    def keep(self, **more):
        return self.ask("post", "/library/outlines", KEEP | more).json()

    def mine(self, tray="Mine"):
        return [e for e in self.get("/library").json()["entries"] if e["tray"] == tray]

    def draw(self, name="Tag"):
        sheet = {"width": 400, "height": 300, "unit": "mm", "colour": None}
        return self.ask("post", "/drawings", {"name": name, "sheet": sheet}).json()["id"]

    def edit(self, drawing_id, **command):
        body = {"id": f"test-{drawing_id}-{Drawing.objects.get(pk=drawing_id).version:04}"}
        body |= {"version": None, "command": command}
        answer = self.ask("post", f"/drawings/{drawing_id}/commands", body)
        self.assertEqual(answer.status_code, 200, answer.content)

    def link(self, drawing_id, entry, copies="copy"):
        kept = self.get(f"/library/{entry['id']}/clip").json()
        self.edit(
            drawing_id,
            kind="place_from_shelf",
            clip=kept["clip"],
            copies=copies,
            called=kept["name"],
            start=[100, 100],
            entry=kept["key"],
            state=kept["state"],
        )

    def value(self, drawing_id):
        store.forget_all()
        return store.value_of(Drawing.objects.get(pk=drawing_id))

    def test_kept_told_shown_and_taken_off(self):
        entry = self.keep()
        self.assertEqual((entry["kind"], entry["state"]), ("outline", 1))
        self.assertEqual((entry["facts"]["anchors"], entry["family"]), (3, entry["key"]))
        picture = self.get(f"/library/{entry['id']}/picture.svg")
        self.assertEqual(picture["Content-Type"], "image/svg+xml")
        self.assertTrue(picture["Content-Security-Policy"].startswith("sandbox"))
        again = self.client.get(
            f"/api/v1/library/{entry['id']}/picture.svg", headers={"If-None-Match": picture["ETag"]}
        )
        self.assertEqual(again.status_code, 304)
        file = self.get(f"/library/export.svg?tray={entry['tray']}")
        self.assertTrue(file["Content-Disposition"].startswith("attachment"))
        ElementTree.fromstring(picture.content)
        self.assertEqual(self.keep()["code"], "name_taken")
        self.keep(name="Behind")
        back = self.ask("delete", f"/library/{entry['id']}").json()
        other = self.keep(clip=PLATE)  # of the same name meanwhile
        self.assertEqual(self.ask("post", "/library/imports", back).json()["count"], 1)
        self.assertEqual([e["name"] for e in self.mine()], ["Leaf 2", "Behind", "Leaf"])
        keys = [e["key"] for e in self.mine()]
        self.assertEqual((keys[0], keys[2]), (entry["key"], other["key"]))
        self.ask("post", "/library/imports", back)
        self.assertEqual([e["state"] for e in self.mine()], [1, 1, 1])

    def test_linked_copies_follow_in_every_drawing_and_that_can_be_taken_back(self):
        entry = self.keep()
        drawings = [self.draw(name) for name in ("One", "Two")]
        bystander = self.draw("Three")
        for drawing_id in drawings:
            self.link(drawing_id, entry)
        self.edit(drawings[1], kind="rotate_items", items=["copy"], angle=30)
        done = self.ask("put", f"/library/{entry['id']}/clip", {"clip": PLATE}).json()
        self.assertEqual((done["follows"], done["stays"]), (["One", "Two"], []))
        self.assertEqual(done["entry"]["state"], 2)
        for drawing_id in drawings:
            value = self.value(drawing_id)
            (held,) = value.tree.children("copy")
            self.assertEqual((value.items[held].name, value.items["copy"].state), ("plate", 2))
            body = {"id": f"undo-{drawing_id}-0", "version": None, "to": "undo"}
            self.ask("post", f"/drawings/{drawing_id}/history/head", body)
            value = self.value(drawing_id)
            self.assertEqual(value.items[value.tree.children("copy")[0]].name, "leaf")
        self.assertEqual(Drawing.objects.get(pk=bystander).version, 0)
        same = self.ask("put", f"/library/{entry['id']}/clip", {"clip": PLATE}).json()
        self.assertEqual((same["entry"]["state"], same["follows"]), (2, ["One", "Two"]))
        self.assertEqual(self.value(drawings[0]).items["copy"].state, 2)
        same = self.ask("put", f"/library/{entry['id']}/clip", {"clip": PLATE}).json()
        self.assertEqual(same["follows"], [])

    def test_variations_are_compared(self):
        entry = self.keep()
        self.keep(name="Twice", family=entry["key"], clip=PLATE)
        self.keep(name="Else", clip=PLATE)
        found = self.get(f"/library/{entry['id']}/variations").json()
        self.assertEqual([v["entry"]["name"] for v in found], ["Leaf", "Twice"])
        self.assertEqual(found[0]["measures"]["differs"], 0.0)
        self.assertTrue(0.1 < found[1]["measures"]["differs"] < 1.0)
        gone = self.keep(name="Third", family="nobody")
        self.assertEqual(gone["code"], "unknown_entry")

    def test_the_most_alike_is_found_by_its_form(self):
        self.keep(name="Plate", clip=PLATE)
        entry = self.keep()
        turned = done(drawing(leaf()), kind="scale_items", items=["leaf"], x=0.3, y=0.3)
        asked = clip_of(done(turned, kind="move_items", items=["leaf"], by=[90, 8]), ["leaf"])
        found = self.ask("post", "/library/queries/similar", {"clip": asked.text()}).json()
        self.assertEqual(len(found), len(luthiers_tray()) + 2)
        self.assertEqual(found[0]["entry"], entry["id"])
        self.assertGreater(found[0]["likeness"], 0.99)
        self.assertLess(found[1]["likeness"], 0.8)

    def test_a_tray_is_laid_in_another_order(self):
        ids = [self.keep(name=n)["id"] for n in ("a", "b", "c")]
        self.ask("put", "/library/order", {"entries": [ids[2], ids[0]]})
        self.assertEqual([e["name"] for e in self.mine()], ["c", "a", "b"])
        strange = self.ask("put", "/library/order", {"entries": [ids[0], 999_999]})
        self.assertEqual(strange.status_code, 404)

    def test_trays_go_out_and_come_in(self):
        entry = self.keep(clip=clip_of(full(), ["wing", "whirl", "badge"]).text())
        file = self.get("/library/export?tray=Mine").json()
        self.assertEqual([o["name"] for o in file["outlines"]], ["Leaf"])
        symbols = self.get("/library/export.svg?tray=Mine").content.decode()
        self.client.force_login(self.other)
        self.assertEqual(self.ask("post", "/library/imports", file).json()["count"], 1)
        (mine,) = self.mine()
        self.assertEqual((mine["key"], mine["facts"]), (entry["key"], entry["facts"]))
        taken = self.ask(
            "post", "/library/imports/svg", {"tray": "From SVG", "text": symbols}
        ).json()
        self.assertEqual((taken["count"], taken["message"]), (1, ""))
        (read,) = self.mine("From SVG")
        one, two = (ShelfEntry.objects.get(pk=e["id"]) for e in (mine, read))
        self.assertEqual(read_clip(one.clip), read_clip(two.clip))
        self.assertNotEqual(one.key, two.key)

    def test_a_bad_file_changes_nothing(self):
        self.keep()
        before = ShelfEntry.objects.count()
        file = self.get("/library/export?tray=Mine").json()
        for bad in ("{half", "[]", '{"clip": 1, "items": [], "places": []}', "[" * 50_000):
            wrong = {**file["outlines"][0], "name": "New", "clip": bad}
            answer = self.ask("post", "/library/imports", {**file, "outlines": [wrong]})
            self.assertEqual(answer.status_code, 422, bad[:20])
            self.assertIn("Nothing was changed", answer.json()["detail"])
        hostile = '<!DOCTYPE a [<!ENTITY b "c">]><svg xmlns="http://www.w3.org/2000/svg">&b;</svg>'
        answer = self.ask("post", "/library/imports/svg", {"tray": "x", "text": hostile})
        self.assertEqual(answer.json()["code"], "entities")
        self.assertEqual(ShelfEntry.objects.count(), before)

    def test_anothers_are_not_there(self):
        entry = self.keep()
        drawing_id = self.draw()
        self.link(drawing_id, entry)
        self.client.force_login(self.other)
        for path in ("clip", "picture.svg", "variations"):
            self.assertEqual(self.get(f"/library/{entry['id']}/{path}").status_code, 404)
        changed = self.ask("put", f"/library/{entry['id']}/clip", {"clip": PLATE})
        self.assertEqual(changed.status_code, 404)
        # the same key on another's shelf leads nowhere else
        file = {"settings": [], "outlines": [{**KEEP, "key": entry["key"]}]}
        self.ask(
            "post", "/library/imports", {"format": "build-up-curve-shelf", "version": 2, **file}
        )
        (mine,) = self.mine()
        done = self.ask("put", f"/library/{mine['id']}/clip", {"clip": PLATE}).json()
        self.assertEqual((mine["key"], done["follows"]), (entry["key"], []))

    def test_a_shelf_from_before_gets_the_luthiers_forms_once(self):
        Shelf.objects.create(owner=self.user, form=1)
        self.assertEqual(len(self.get("/library").json()["entries"]), len(luthiers_tray()))
        for entry in self.get("/library").json()["entries"]:
            self.ask("delete", f"/library/{entry['id']}")
        self.assertEqual(self.get("/library").json()["entries"], [])

    def test_the_ready_made_are_sound_and_lie_about_their_middle(self):
        for outline in luthiers_tray():
            self.assertEqual(shelf_clip(outline.clip).text(), outline.clip)

    def test_what_is_kept_twice_has_two_keys(self):
        one, two = (
            self.keep(),
            self.keep(name="Again", clip=clip_of(drawing(disc("a")), ["a"]).text()),
        )
        self.assertNotEqual(one["key"], two["key"])
