"""Edits that take long: how far they are is told to others, and they can be stopped."""

from unittest import mock

from common import progress as longwork
from django.core.cache import cache
from django.test import TransactionTestCase
from drawings.tests.test_api import ApiTest as Api

COMB = [[x, y] for k in range(20) for x, y in ((10 * k, 0), (10 * k + 5, 190))]


def comb(item, *, across):
    """A zigzag, level or upright; two of them meet in hundreds of places."""
    anchors = [{"at": position[::-1] if across else position} for position in COMB]
    contours = [{"anchors": anchors, "closed": True}]
    return {"kind": "add_outline", "item": item, "contours": contours, "style": {"fill": "#0C6B65"}}


class LongWorkTest(TransactionTestCase):
    setUp = Api.setUp
    post, send = Api.post, Api.send

    def partition(self):
        return self.send({"kind": "partition", "items": ["a", "b"], "prefix": "region"})

    def progress(self, command):
        return f"/api/v1/drawings/{self.drawing}/progress/{command}"

    def test_it_is_told_how_far_it_is_and_is_stopped_when_that_is_asked(self):
        self.send(comb("a", across=False))
        self.send(comb("b", across=True))
        cache.clear()
        told = []
        real = cache.set
        with (
            mock.patch.object(longwork, "AFTER", 0.0),
            mock.patch.object(longwork, "EVERY", 0.0),
            mock.patch.object(cache, "set", side_effect=lambda *a: told.append(a[1]) or real(*a)),
        ):
            self.client.delete(self.progress("command-3"))
            stopped = self.partition()
            self.assertEqual((stopped.status_code, stopped.json()["code"]), (422, "stopped"))
            self.assertTrue(stopped.json()["final"])
            told.clear()
            self.assertEqual(self.partition().status_code, 200)
        self.assertEqual(told, sorted(told))
        self.assertGreater(len(told), 10)
        self.assertEqual(self.client.get(self.progress("command-4")).json(), {"part": told[-1]})
        # it is told to nobody else
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(self.progress("command-4")).json(), {"part": None})

    def test_a_full_disk_keeps_no_edit_from_being_done(self):
        self.send(comb("a", across=False))
        self.send(comb("b", across=True))
        with (
            mock.patch.object(longwork, "AFTER", 0.0),
            mock.patch.object(cache, "set", side_effect=OSError("No space left on device")),
        ):
            self.assertEqual(self.partition().status_code, 200)
