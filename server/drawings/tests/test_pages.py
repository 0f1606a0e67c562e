"""A drawing opened as it comes: the same as whole, in the order in which it is painted."""

import gzip
import json
import zlib
from unittest import mock

from buildup.drawing.sheet import Sheet
from buildup.edits.apply import read_command
from django.contrib.auth import get_user_model
from django.db import connection
from django.test import TestCase
from django.test.utils import CaptureQueriesContext

from drawings import store
from drawings.models import Drawing
from drawings.selectors import pages
from drawings.services.edit import Known, edit
from drawings.services.lifecycle import make
from drawings.tests.test_api import PLATE

MANY = 7


class PagesTest(TestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira")
        self.client.force_login(self.user)
        self.row = make(self.user.pk, name="Rosette", sheet=Sheet(400, 300, "px"))
        for k in range(MANY):
            self.edit(PLATE | {"item": f"plate-{k}"})
        self.edit({"kind": "group_items", "group": "pair", "items": ["plate-1", "plate-4"]})
        self.edit({"kind": "order_items", "items": ["plate-6"], "behind": None})

    def edit(self, command):
        row = Drawing.objects.get(pk=self.row.pk)
        name = f"set-up-{row.version}"
        known = Known(row.version)
        edit(self.user.pk, row.pk, command_id=name, known=known, command=read_command(command))

    def told(self, path="/pages", **how):
        return self.client.get(f"/api/v1/drawings/{self.row.pk}{path}", **how)

    def lines(self):
        return [json.loads(line) for line in self.told().getvalue().splitlines()]

    def test_a_drawing_of_a_page_comes_in_the_first_line(self):
        board, count = self.lines()
        whole = self.told("").json()
        self.assertEqual(board, whole)
        self.assertEqual(count, {"count": len(board["places"])})
        self.assertEqual(len(board["repaint"]["items"]), len(board["places"]))

    def test_of_a_larger_one_what_holds_something_comes_first_then_all_from_back_to_front(self):
        whole = self.told("").json()
        with mock.patch.object(pages, "PAGE", 3):
            board, *later, count = self.lines()
        holders = [i["id"] for i in board["repaint"]["items"]]
        self.assertEqual(len(holders), 2)
        self.assertIn("pair", holders)
        self.assertEqual([len(page) for page in later], [3, 3, 1])
        drawn = [i for page in later for i in page]
        order = ["plate-6", "plate-0", "plate-2", "plate-3", "plate-1", "plate-4", "plate-5"]
        self.assertEqual([i["id"] for i in drawn], order)
        self.assertEqual(board["places"], whole["places"])
        by_id = {i["id"]: i for i in [*board["repaint"]["items"], *drawn]}
        self.assertEqual(by_id, {i["id"]: i for i in whole["repaint"]["items"]})
        self.assertEqual(count["count"], len(by_id))

    def test_a_page_is_read_when_it_goes_out(self):
        with mock.patch.object(pages, "PAGE", 3):
            lines = pages.lines_of(self.user.pk, self.row.pk)
            for _ in range(2):  # the board, and a page
                with CaptureQueriesContext(connection) as asked:
                    next(lines)
                self.assertLessEqual(len(asked), 1)

    def test_each_line_can_be_unpacked_when_it_has_come(self):
        with mock.patch.object(pages, "PAGE", 3):
            pieces = list(self.told(HTTP_ACCEPT_ENCODING="gzip").streaming_content)
            plain = self.told().getvalue()
        self.assertEqual(gzip.decompress(b"".join(pieces)), plain)
        reader = zlib.decompressobj(wbits=31)
        for piece in pieces[:-1]:
            self.assertTrue(reader.decompress(piece).endswith(b"\n"))

    def test_nobody_else_sees_it(self):
        self.client.force_login(get_user_model().objects.create_user("ilse"))
        self.assertEqual(self.told().status_code, 404)
        self.client.logout()
        self.assertEqual(self.told().status_code, 401)
