"""Who gets in and what gets through: hosts, tokens, guessers, bodies that are too long."""

import io
import json
import os
from importlib import reload
from unittest import mock

from config import doors
from config import settings as plain
from config.storeaway import store_away
from django.contrib.auth import get_user_model
from django.core.management import call_command
from django.db.utils import OperationalError
from django.http import HttpResponse
from django.test import RequestFactory, SimpleTestCase, TransactionTestCase, override_settings

from studio.api import people
from studio.demo.account import DEMO_USER

JSON = {"content_type": "application/json"}


class HostTest(TransactionTestCase):
    def test_only_known_hosts_are_served(self):
        for host in ("evil.example", "127.0.0.1.evil.example", "", "127.0.0.1@evil.example"):
            for path in ("/", "/api/me", "/assets/none.js"):
                with self.subTest(host=host, path=path):
                    answer = self.client.get(path, headers={"host": host})
                    self.assertEqual(answer.status_code, 400)
                    self.assertEqual(answer.json()["code"], "unknown_host")
        for host in ("127.0.0.1:8000", "localhost", "[::1]:8000"):
            self.assertEqual(self.client.get("/api/me", headers={"host": host}).status_code, 200)

    @override_settings(DEMO=True, ALLOWED_HOSTS=["127.0.0.1", "workshop.example"])
    def test_the_demos_door_is_for_this_machine_alone(self):
        get_user_model().objects.create_user(DEMO_USER)

        def tried(**how):
            return self.client.post("/api/sign-in-demo", "{}", **JSON, **how).status_code

        passed_on = [{"headers": {n: "10.1.2.3"}} for n in ("x-forwarded-for", "x-real-ip", "via")]
        for how in (
            {"headers": {"host": "workshop.example"}},
            {"headers": {"host": "127.0.0.1"}, "REMOTE_ADDR": "10.1.2.3"},
            *({"headers": {"host": "127.0.0.1", **p["headers"]}} for p in passed_on),
        ):
            self.assertEqual(tried(**how), 403, how)
        self.assertEqual(tried(headers={"host": "127.0.0.1:8000"}), 200)


class SignInTest(TransactionTestCase):
    def setUp(self):
        get_user_model().objects.create_user("mira", password="reed-and-spruce")

    def tried(self, password, client=None, **how):
        body = json.dumps({"name": "mira", "password": password})
        return (client or self.client).post("/api/sign-in", body, **JSON, **how)

    def test_without_a_token_nobody_signs_in_or_out(self):
        strict = self.client_class(enforce_csrf_checks=True)
        for path in ("sign-in", "sign-in-demo", "sign-out"):
            with self.subTest(path):
                form = strict.post(f"/api/{path}", {"name": "mira", "password": "reed-and-spruce"})
                told = strict.post(f"/api/{path}", "{}", **JSON)
                self.assertEqual((form.status_code, told.status_code), (403, 403))
                self.assertEqual(told.json()["code"], "no_token")
        strict.get("/api/me")
        token = strict.cookies["csrftoken"].value
        answer = self.tried("reed-and-spruce", strict, headers={"x-csrftoken": token})
        self.assertEqual((answer.status_code, answer.json()["sign_in"]), (200, "mira"))

    def test_a_guesser_is_stopped_before_a_password_is_hashed(self):
        for n in range(8):
            self.tried(f"guess-{n}")
        with mock.patch("django.contrib.auth.hashers.check_password") as hashed:
            answer = self.tried("reed-and-spruce")
            hashed.assert_not_called()
        self.assertEqual((answer.status_code, answer.json()["code"]), (429, "locked_out"))
        from_elsewhere = self.tried("reed-and-spruce", REMOTE_ADDR="10.9.8.7")
        self.assertEqual(from_elsewhere.status_code, 200)

    def test_one_password_is_hashed_at_a_time_and_none_that_is_endless(self):
        with people._hashing:
            busy = self.tried("reed-and-spruce")
        self.assertEqual((busy.status_code, busy.json()["code"]), (503, "busy"))
        with mock.patch("studio.api.people.authenticate") as asked:
            self.assertEqual(self.tried("x" * 7_000_000).json()["code"], "wrong_sign_in")
            asked.assert_not_called()

    @override_settings(BEHIND_HTTPS=True)
    def test_behind_a_server_in_front_the_sender_is_whom_it_names(self):
        asked = RequestFactory().get("/", headers={"x-forwarded-for": "6.6.6.6, 10.1.2.3"})
        self.assertEqual(doors.sender(asked), "10.1.2.3")


class BodyTest(SimpleTestCase):
    def answer(self, size, **meta):
        source = io.BytesIO(b"x" * size)
        request = RequestFactory().post("/api/read", b"", content_type="text/plain")
        request.META.update({"wsgi.input": source, "CONTENT_LENGTH": str(size), **meta})
        answer = doors.BodyMiddleware(lambda r: HttpResponse(r.body))(request)
        return answer, source.tell()

    def test_a_body_that_is_too_long_is_read_on_and_answered(self):
        chunked = {"CONTENT_LENGTH": "", "HTTP_TRANSFER_ENCODING": "chunked"}
        for meta in ({}, chunked):
            answer, read = self.answer(doors.MOST_BYTES + 1, **meta)
            told = json.loads(answer.content)
            self.assertEqual((answer.status_code, told["code"]), (413, "too_large"))
            self.assertEqual((read, told["final"]), (doors.MOST_BYTES + 1, True))
            answer, _ = self.answer(1000, **meta)
            self.assertEqual(answer.content, b"x" * 1000)

    def test_one_that_breaks_off_or_lies_is_refused(self):
        for length in ("2000", "-5", "many"):
            answer, _ = self.answer(1000, CONTENT_LENGTH=length)
            self.assertEqual(answer.status_code, 400, length)

    def test_an_edit_the_store_will_never_take_is_not_waited_for(self):
        large = store_away(OperationalError(1153, "Got a packet bigger than …"))
        away = store_away(OperationalError(2006, "Server has gone away"))
        self.assertEqual((large.status_code, away.status_code), (413, 503))


class DeployTest(SimpleTestCase):
    def test_a_production_start_passes_djangos_own_check(self):
        with mock.patch.dict("os.environ", {"BUILDUP_BEHIND_HTTPS": "1", "SECRET_KEY": "k" * 60}):
            names = {n: v for n, v in vars(reload(plain)).items() if n.isupper()}
        reload(plain)
        wanted = {n: v for n, v in names.items() if n.startswith(("SECURE", "SESSION", "CSRF"))}
        plainly = {k: v for k, v in os.environ.items() if k != "DJANGO_ALLOW_ASYNC_UNSAFE"}
        with (
            mock.patch.dict("os.environ", plainly, clear=True),
            override_settings(**wanted, SECRET_KEY="aB3$xY" * 20, ALLOWED_HOSTS=["x.example"]),
        ):
            call_command("check", deploy=True, fail_level="WARNING", stdout=io.StringIO())
