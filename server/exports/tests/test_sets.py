"""A drawing with measures: a file for each of its sets, all side by side, cut one by one."""

import io
import json
import zipfile
from xml.etree import ElementTree

from buildup.drawing.codec import write
from buildup.drawing.model import Drawing as Value
from buildup.edits.apply import apply
from buildup.edits.change import updated
from buildup.errors import Refusal
from buildup.following.bounds import bounds_of
from buildup.forms.frames import standing_of
from buildup.measuresets import contact_sheet, in_each_set, in_set
from demo.measured import SETS, tuner_knob
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase
from drawings import store
from drawings.models import Drawing

from core.tests.zoo import full

MM = 96 / 25.4


def knob():
    hand = tuner_knob()
    value = Value(sheet=hand.sheet)
    for command in hand.commands:
        value = updated(value, apply(value, command).forward)
    return value


class SetsTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.value = knob()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(self.user)
        sheet = json.loads(json.dumps(write(self.value.sheet)))
        self.row = Drawing.objects.create(owner=self.user, name="Knob", sheet=sheet)
        store.write_items(self.row, self.value)

    def ask(self, path, **body):
        address = f"/api/v1/drawings/{self.row.pk}/{path}"
        return self.client.post(address, json.dumps(body), content_type="application/json")

    def export(self, **sending):
        return self.ask("exports", id="work-1234", sending={"kind": "svg", **sending}, items=[])

    def test_each_set_is_a_file_by_its_name_and_nothing_is_changed(self):
        made = self.export(sets="each")
        with zipfile.ZipFile(io.BytesIO(made.content)) as archive:
            names = archive.namelist()
            texts = {archive.read(name) for name in names}
        self.assertEqual(names, [f"Knob {called}.svg" for called, _ in SETS])
        self.assertEqual(len(texts), 3)
        self.assertEqual(self.row.steps.count(), 0)
        for kind in ("pdf", "dxf", "hpgl"):
            with self.subTest(kind):
                made = self.export(kind=kind, sets="each")
                with zipfile.ZipFile(io.BytesIO(made.content)) as archive:
                    self.assertEqual(len(archive.namelist()), 3)

    def test_a_contact_sheet_shows_all_of_them_with_their_names(self):
        look = self.ask(
            "queries/export-preview",
            id="work-1234",
            sending={"kind": "svg", "sets": "contact"},
            items=[],
        ).json()
        self.assertEqual([f["name"] for f in look["files"]], ["Knob sets.svg"])
        made = self.export(sets="contact", complete=True)
        names = [e.get("aria-label") for e in _all(made)]
        for name in ("S", "M", "L"):  # the layer, and its name above
            self.assertEqual(names.count(name), 2, names)

    def test_a_complete_svg_keeps_measures_live_and_a_plain_one_has_numbers_only(self):
        made = self.export(complete=True)
        self.assertIn(b"set-M", made.content)
        answer = self.client.post(
            "/api/v1/imports?name=Again.svg", made.content, content_type="image/svg+xml"
        )
        self.assertEqual(answer.status_code, 201)
        again = store.value_of(Drawing.objects.latest("pk"))
        self.assertEqual(again.sheet.measures, self.value.sheet.measures)
        self.assertEqual(again.sheet.measure_sets, self.value.sheet.measure_sets)
        self.assertEqual(len(bounds_of(again)), len(bounds_of(self.value)))
        plain = self.export(complete=False).content
        self.assertFalse(any(word in plain for word in (b"follows", b"measure")))

    def test_without_sets_a_sentence_says_what_to_do(self):
        plain = Drawing.objects.create(owner=self.user, name="Plain", sheet={"width": 100.0})
        self.row = plain
        answer = self.export(sets="each")
        self.assertEqual((answer.status_code, answer.json()["code"]), (422, "no_measure_sets"))

    def test_measures_and_what_formulas_know_are_asked_for(self):
        table = self.ask("queries/measures").json()
        self.assertEqual([r["result"] for r in table["rows"]][:3], ["22 mm", "18", "6 mm"])
        words = {w["word"] for w in self.ask("queries/formula-words").json()}
        self.assertTrue({"knob", "rim.width", "hypot("} <= words)
        asks = {"text": "knob / 2", "unit": "mm", "field": "length"}
        value = self.ask("queries/formula-value", **asks).json()["value"]
        self.assertAlmostEqual(value, 11 * MM)
        refused = self.ask("queries/formula-value", **{**asks, "field": "angle"})
        self.assertEqual((refused.status_code, refused.json()["code"]), (422, "bad_formula"))

    def test_the_cutting_table_takes_one_set_after_the_other(self):
        table = self.client.get(f"/api/v1/drawings/{self.row.pk}/cutting/plan").json()
        self.assertEqual([s["name"] for s in table["sets"]], ["S", "M", "L"])
        paths = []
        for one in (*table["sets"], {"id": None}):
            look = self.ask("cutting/checks", plan={}, measure_set=one["id"]).json()
            self.assertEqual(look["trouble"], "")
            paths.append(look["tools"][0]["path"])
        self.assertEqual(paths[1], paths[3])  # M is shown
        self.assertEqual(len(set(paths)), 3)
        gone = self.ask("cutting/checks", plan={}, measure_set="gone")
        self.assertEqual(gone.json()["code"], "unknown_measure_set")


def _all(answer):
    return ElementTree.fromstring(answer.content).iter()


class ContactTest(TransactionTestCase):
    def test_each_set_is_as_large_as_it_is(self):
        value = knob()
        sheet = contact_sheet(value)
        (rim,) = [i.id for i in value.items.values() if i.name == "Rim"]
        for name, one in in_each_set(value).items():
            layer = next(i for i in sheet.items.values() if i.name == name)
            (copy,) = [i for i in sheet.tree.below(layer.id) if sheet.items[i].name == "Rim"]
            there, here = standing_of(sheet, (copy,)), standing_of(one, (rim,))
            self.assertAlmostEqual(there.width, here.width)
            self.assertTrue(0 < there.centre.real < sheet.sheet.width)
        self.assertEqual(sheet.sheet.measures, ())

    def test_a_whole_drawing_with_all_kinds_of_items(self):
        sheet = contact_sheet(full())
        self.assertEqual(len(sheet.tree.children()), 1)
        shown = [i for i in full().tree.below() if not full().tree.is_leaf(i)]
        self.assertGreater(len(sheet.items), len(shown))

    def test_a_set_that_is_gone(self):
        with self.assertRaises(Refusal):
            in_set(knob(), "gone")
        self.assertIs(in_set(value := knob(), value.sheet.measure_set), value)
