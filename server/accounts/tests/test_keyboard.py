"""The keys that people give to acts are kept with their account, and are theirs alone."""

from django.contrib.auth import get_user_model
from django.test import Client, TestCase

URL = "/api/v1/me/keyboard"


class KeyboardTest(TestCase):
    def setUp(self):
        make = get_user_model().objects.create_user
        self.mira, self.tom = (Client(), Client())
        self.mira.force_login(make("mira", password="reed-and-spruce"))
        self.tom.force_login(make("tom", password="reed-and-spruce"))

    def put(self, client=None, **body):
        whole = {"single_keys": True, **body}
        return (client or self.mira).put(URL, whole, content_type="application/json")

    def keyboard(self, client):
        return client.get("/api/v1/me").json()["keyboard"]

    def test_nothing_is_kept_until_somebody_changes_something(self):
        self.assertEqual(self.keyboard(self.mira), {"keys": {}, "single_keys": True})

    def test_keys_are_kept_for_whoever_gave_them(self):
        mine = {"keys": {"union": "Ctrl+U", "duplicate": None}, "single_keys": False}
        answer = self.put(**mine)
        self.assertEqual((answer.status_code, answer.json()), (200, mine))
        self.assertEqual(self.keyboard(self.mira), mine)
        self.assertEqual(self.keyboard(self.tom), {"keys": {}, "single_keys": True})
        self.put(keys={})
        self.assertEqual(self.keyboard(self.mira), {"keys": {}, "single_keys": True})

    def test_what_is_no_key_or_no_act_is_refused_and_changes_nothing(self):
        self.put(keys={"union": "Ctrl+U"})
        for keys in (
            {"union": "x" * 33},
            {"Union!": "U"},
            {"union": 3},
            {f"a{n}": "U" for n in range(501)},
        ):
            self.assertEqual(self.put(keys=keys).status_code, 422, str(keys)[:40])
        self.assertEqual(self.keyboard(self.mira)["keys"], {"union": "Ctrl+U"})

    def test_nobody_has_no_keyboard(self):
        self.assertIsNone(self.keyboard(Client()))
        self.assertIn(self.put(Client(), keys={}).status_code, (401, 403))
