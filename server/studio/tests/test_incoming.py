"""SVG files as new drawings: those that were sent out here, and those of other programs."""

import json
import time
from dataclasses import replace

from buildup.formats.livesvg import live_metadata
from buildup.formats.svg import svg
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase

from core.tests.test_svgfiles import document
from core.tests.zoo import full
from studio import store
from studio.models import Drawing


class IncomingTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(self.user)

    def take_in(self, text, name="A file"):
        body = json.dumps({"name": name, "text": text})
        return self.client.post("/api/drawings/take-in", body, content_type="application/json")

    def value(self, answer):
        store.forget_all()
        row = Drawing.objects.get(pk=answer.json()["card"]["id"])
        return row, store.value_of(row)

    def test_what_was_sent_out_complete_comes_back_as_it_was(self):
        before = full()
        sent = svg(before, title="Täg", metadata=live_metadata(before, None))
        row, value = self.value(self.take_in(sent))
        self.assertEqual(row.name, "Täg")
        self.assertEqual((dict(value.items), value.tree), (dict(before.items), before.tree))
        self.assertEqual(value.sheet, replace(before.sheet, underlays=()))
        shown = self.client.get(f"/api/drawings/{row.pk}").json()
        self.assertEqual(len(shown["places"]), len(before.items))

    def test_of_another_program_sheet_items_and_what_was_left_out(self):
        text = document("<rect width='50' height='40' fill='teal'/><text>Reed</text>")
        answer = self.take_in(text.replace('width="200" height="200"', 'width="50mm"'))
        self.assertEqual(answer.json()["said"], "Left out: text (1).")
        row, value = self.value(answer)
        self.assertEqual((row.name, value.sheet.unit), ("A file", "mm"))
        self.assertAlmostEqual(value.sheet.width, 50 / 25.4 * 96)
        (item,) = (value.items[i] for i in value.order)
        self.assertAlmostEqual(item.frame.width, value.sheet.width / 2)

    def test_broken_huge_and_hostile_files_make_nothing_and_take_no_time(self):
        bomb = '<!DOCTYPE s [<!ENTITY a "aa"><!ENTITY b "&a;&a;">]>' + document("<g>&b;</g>")
        doubling = "<g id='g0'><path d='M0 0H9V9z'/></g>" + "".join(
            f"<g id='g{k}'>{f'<use href=%sg{k - 1}%s/>' * 10}</g>" % (("'#", "'") * 10)
            for k in range(1, 9)
        )
        begun = time.monotonic()
        for text, code in (
            ("", "not_svg"),
            ("no file", "not_svg"),
            (document("<g>")[:-6], "not_svg"),
            (bomb, "entities"),
            (document("<path d='M0 0H1'/>" * 100_000), "too_much"),
            (document(doubling), "too_much"),
            (document("<g>" * 3_000 + "</g>" * 3_000), "too_much"),
            (document("<script>alert(1)</script>"), "nothing_drawn"),
            (document("<path d='M0 0H1e300'/>"), "too_far"),
            (
                document(
                    "<metadata><drawing xmlns='urn:build-up-curve:drawing'>{</drawing></metadata>"
                ),
                "bad_data",
            ),
        ):
            with self.subTest(text[:60]):
                answer = self.take_in(text)
                self.assertEqual((answer.status_code, answer.json()["code"]), (422, code))
        self.assertLess(time.monotonic() - begun, 60)  # bounded, however slow the machine
        self.assertEqual(Drawing.objects.count(), 0)
