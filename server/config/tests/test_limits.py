"""Who gets in and what gets through: hosts, tokens, guessers, bodies that are too long."""

import gzip
import io
import json
import os
import threading
import time
from contextlib import suppress
from importlib import reload
from unittest import mock

from accounts.demoaccount import DEMO_USER
from accounts.services import signinqueue
from buildup.errors import Refusal
from catalogue import vocabulary
from common.health import HealthMiddleware
from common.senders import sender
from django.contrib.auth import get_user_model
from django.core.cache import cache
from django.core.management import call_command
from django.db.utils import OperationalError
from django.http import HttpResponse
from django.test import RequestFactory, SimpleTestCase, TransactionTestCase, override_settings

from config import limits as doors
from config import settings as plain
from config.faults import database_unavailable
from config.limits import LARGE, PackingMiddleware

JSON = {"content_type": "application/json"}


class HostTest(TransactionTestCase):
    def test_only_known_hosts_are_served(self):
        for host in ("evil.example", "127.0.0.1.evil.example", "", "127.0.0.1@evil.example"):
            for path in ("/", "/api/v1/me", "/assets/none.js"):
                with self.subTest(host=host, path=path):
                    answer = self.client.get(path, headers={"host": host})
                    self.assertEqual(answer.status_code, 400)
                    self.assertEqual(answer.json()["code"], "unknown_host")
        for host in ("127.0.0.1:8000", "localhost", "[::1]:8000"):
            self.assertEqual(self.client.get("/api/v1/me", headers={"host": host}).status_code, 200)

    @override_settings(DEMO=True, ALLOWED_HOSTS=["127.0.0.1", "workshop.example"])
    def test_the_demos_door_is_for_this_machine_alone(self):
        get_user_model().objects.create_user(DEMO_USER)

        def tried(**how):
            return self.client.post("/api/v1/session/demo", "{}", **JSON, **how).status_code

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
        cache.clear()
        self.addCleanup(cache.clear)
        get_user_model().objects.create_user("mira", password="reed-and-spruce")

    def tried(self, password, client=None, **how):
        body = json.dumps({"name": "mira", "password": password})
        return (client or self.client).post("/api/v1/session", body, **JSON, **how)

    def test_without_a_token_nobody_signs_in_or_out(self):
        strict = self.client_class(enforce_csrf_checks=True)
        for path in ("session", "session/demo"):
            with self.subTest(path):
                form = strict.post(
                    f"/api/v1/{path}", {"name": "mira", "password": "reed-and-spruce"}
                )
                told = strict.post(f"/api/v1/{path}", "{}", **JSON)
                self.assertEqual((form.status_code, told.status_code), (403, 403))
                self.assertEqual(told.json()["code"], "no_token")
        out = strict.delete("/api/v1/session")
        self.assertEqual((out.status_code, out.json()["code"]), (403, "no_token"))
        strict.get("/api/v1/me")
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

    def test_what_cannot_be_a_name_or_a_password_is_not_hashed(self):
        with mock.patch("accounts.api.authenticate") as asked:
            for name, password in (
                ("mira", "x" * 900_000),
                ("m" * 300, "x"),
                ("mi\0ra", "x"),
                ("mira", "x\0"),
            ):
                body = json.dumps({"name": name, "password": password})
                answer = self.client.post("/api/v1/session", body, **JSON)
                self.assertEqual(
                    (answer.status_code, answer.json()["code"]), (401, "wrong_sign_in")
                )
            asked.assert_not_called()

    def test_one_password_is_hashed_at_a_time_and_others_wait_a_little(self):
        with signinqueue._room, mock.patch.object(signinqueue, "PATIENCE", 0.05):
            busy = self.tried("reed-and-spruce")
        self.assertEqual((busy.status_code, busy.json()["code"]), (503, "busy"))
        self.assertEqual(busy.headers["Retry-After"], "2")
        self.assertEqual(self.tried("reed-and-spruce").status_code, 200)

    def test_of_one_address_only_some_wait_and_the_others_are_not_kept_out(self):
        entered, leave = threading.Event(), threading.Event()

        def hashed(*_, **__):
            entered.set()
            leave.wait(10)

        def guess(n, found):
            with suppress(Refusal), signinqueue.turn("10.6.6.6"):
                hashed()
                found.append(n)

        found = []
        guessers = [threading.Thread(target=guess, args=(n, found)) for n in range(16)]
        for guesser in guessers:
            guesser.start()
        entered.wait(10)
        threading.Timer(0.2, leave.set).start()
        answer = self.tried("reed-and-spruce", REMOTE_ADDR="10.1.2.3")
        self.assertEqual(answer.status_code, 200)
        for guesser in guessers:
            guesser.join()
        self.assertLessEqual(len(found), signinqueue.OF_ONE_ADDRESS)
        self.assertFalse(signinqueue._waiting)

    def test_wrong_passwords_are_counted_by_where_they_come_from_whatever_the_names(self):
        def wrong(n, address):
            body = json.dumps({"name": f"nobody-{n}", "password": "x"})
            return self.client.post("/api/v1/session", body, **JSON, REMOTE_ADDR=address)

        codes = [wrong(n, "10.6.6.6").status_code for n in range(signinqueue.MOST_WRONG + 2)]
        self.assertEqual(set(codes[: signinqueue.MOST_WRONG]), {401})
        self.assertEqual(codes[-1], 429)
        for k, address in enumerate(("2001:db8:1:2::7", "2001:db8:1:2::8")):
            for n in range(signinqueue.MOST_WRONG // 2 + 1):
                wrong(100 * k + n, address)
        self.assertEqual(wrong(7, "2001:db8:1:2:ffff::9").status_code, 429)
        self.assertEqual(self.tried("reed-and-spruce", REMOTE_ADDR="10.1.2.3").status_code, 200)
        later = time.time() + 2 * signinqueue.EVERY
        with mock.patch("accounts.services.signinqueue.time.time", return_value=later):
            self.assertEqual(
                wrong(8, "10.6.6.6").status_code, 401
            )  # one is forgotten after a while

    @override_settings(BEHIND_HTTPS=True)
    def test_behind_a_server_in_front_the_sender_is_whom_it_names(self):
        asked = RequestFactory().get("/", headers={"x-forwarded-for": "6.6.6.6, 10.1.2.3"})
        self.assertEqual(sender(asked), "10.1.2.3")
        with override_settings(PROXIES=2):
            self.assertEqual(sender(asked), "6.6.6.6")
        with override_settings(PROXIES=9):
            self.assertEqual(sender(asked), "6.6.6.6")


class BodyTest(SimpleTestCase):
    def answer(self, size, cookie="sessionid=k", **meta):
        source = io.BytesIO(b"x" * size)
        request = RequestFactory().post(
            "/api/v1/queries/typed-value", b"", content_type="text/plain"
        )
        request.META.update({"wsgi.input": source, "CONTENT_LENGTH": str(size), **meta})
        request.META["HTTP_COOKIE"] = cookie
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

    def test_of_strangers_only_little_is_read_and_their_edits_wait(self):
        size = doors.MOST_OF_STRANGERS
        self.assertEqual(self.answer(size, cookie="")[0].status_code, 200)
        answer, _ = self.answer(size + 1, cookie="csrftoken=x")
        told = json.loads(answer.content)
        self.assertEqual((answer.status_code, told["code"]), (401, "not_signed_in"))
        self.assertFalse(told["final"])  # an edit whose session has ended is not given up

    def test_one_that_breaks_off_or_lies_is_refused(self):
        for length in ("2000", "-5", "many"):
            answer, _ = self.answer(1000, CONTENT_LENGTH=length)
            self.assertEqual(answer.status_code, 400, length)

    def test_an_edit_the_store_will_never_take_is_not_waited_for(self):
        large = database_unavailable(OperationalError(1153, "Got a packet bigger than …"))
        away = database_unavailable(OperationalError(2006, "Server has gone away"))
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


class AddressTest(TransactionTestCase):
    """What is at which address, and what each answer says of itself."""

    def setUp(self):
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")

    def test_who_watches_is_told_under_any_host_and_without_https(self):
        for host in ("10.1.2.3", "evil.example"):
            with override_settings(SECURE_SSL_REDIRECT=True):
                self.assertEqual(
                    self.client.get("/livez", headers={"host": host}).json(), {"code": "lives"}
                )
                ready = self.client.get("/readyz", headers={"host": host})
                self.assertEqual((ready.status_code, ready.json()), (200, {"code": "ready"}))
        broken = mock.patch("common.health.connection.cursor", side_effect=OperationalError(2006))
        with broken:
            self.assertEqual(self.client.get("/livez").status_code, 200)
            self.assertEqual(self.client.get("/readyz").status_code, 503)
        behind = mock.patch("common.health.MigrationExecutor.migration_plan", return_value=["0010"])
        with behind:
            fresh = HealthMiddleware(lambda _: HttpResponse())
            self.assertEqual(fresh(RequestFactory().get("/readyz")).status_code, 503)

    def test_only_the_screens_have_addresses(self):
        for path in ("/", "/sign-in", "/bin", "/drawings/7", "/drawings/7/cutting-table"):
            self.assertIn(self.client.get(path).status_code, (200, 503), path)
        for path in ("/healthz", "/metrics", "/admin/", "/robots.txt", "/drawings/x", "/nothing"):
            answer = self.client.get(path)
            self.assertEqual(answer.status_code, 404, path)
            self.assertIn(b"Go to your drawings", answer.content)
        for path in ("/api/v1/openapi.json", "/api/v1/nothing", "/api/v1/docs"):
            self.assertEqual(self.client.get(path).status_code, 404, path)
        self.assertEqual(self.client.get("/api/v1/nothing").json()["code"], "not_there")
        old = self.client.post("/api/drawings/1/commands", "{}", **JSON)  # a page of before
        told = old.json()
        self.assertEqual((old.status_code, told["code"], told["final"]), (410, "old_page", False))
        self.assertEqual(told["sentence"], told["detail"])
        allowed = self.client.get("/").headers["Permissions-Policy"]
        self.assertIn("camera=()", allowed)

    def test_each_request_has_a_line_in_the_access_log(self):
        self.client.force_login(self.user)
        with self.assertLogs("access", "INFO") as told:
            self.client.get("/api/v1/drawings?find=secret")
            self.client.get("/nothing")
        first, second = (r.getMessage() for r in told.records)
        pattern = rf"^GET /api/v1/drawings 200 \d+ ms, person {self.user.pk}$"
        self.assertRegex(first, pattern)  # what is looked for is nobody's business
        self.assertRegex(second, r"^GET /nothing 404 \d+ ms, nobody known$")

    def test_the_vocabulary_is_worked_out_once_for_a_build_and_asked_about_by_its_tag(self):
        cache.clear()
        self.addCleanup(cache.clear)
        self.addCleanup(vocabulary.vocabulary.cache_clear)
        with override_settings(BUILD="b7"):
            made = mock.patch.object(vocabulary, "_text", return_value='{"units": []}')
            with made as making:
                for _ in range(3):
                    vocabulary.vocabulary.cache_clear()  # as another process
                    answer = self.client.get("/api/v1/catalogue")
            self.assertEqual((making.call_count, answer.json()), (1, {"units": []}))
            tag = answer.headers["ETag"]
            again = self.client.get("/api/v1/catalogue", headers={"If-None-Match": tag})
            self.assertEqual((again.status_code, again.content), (304, b""))
        vocabulary.vocabulary.cache_clear()
        cache.clear()
        whole = self.client.get("/api/v1/catalogue").json()
        self.assertGreater(len(whole["shapes"]), 20)
        self.assertTrue(all(s["picture"] and s["dials"] is not None for s in whole["shapes"]))

    def test_each_answer_has_a_number_its_build_and_is_not_kept(self):
        self.client.force_login(self.user)
        with override_settings(BUILD="b7"):
            one, other = self.client.get("/api/v1/me"), self.client.get("/api/v1/drawings")
        self.assertEqual((one.headers["X-Build"], one.headers["Cache-Control"]), ("b7", "no-store"))
        numbers = {a.headers["X-Request-ID"] for a in (one, other)}
        self.assertEqual(len(numbers), 2)
        named = {"headers": {"x-request-id": "from-the-front-7"}}
        self.assertNotIn("from-the-front-7", self.client.get("/", **named).headers["X-Request-ID"])
        with override_settings(BEHIND_HTTPS=True):
            answer = self.client.get("/", **named)
        self.assertEqual(answer.headers["X-Request-ID"], "from-the-front-7")
        out = self.client.delete("/api/v1/session")
        self.assertEqual(out.headers["Clear-Site-Data"], '"cache"')

    def test_why_the_store_did_not_answer_is_logged_with_the_number_that_is_answered(self):
        self.client.force_login(self.user)
        away = OperationalError(1040, "Too many connections")
        with (
            mock.patch("drawings.api.cards.of_owner", side_effect=away),
            self.assertLogs("config.faults", "WARNING") as logged,
        ):
            answer = self.client.get("/api/v1/drawings")
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "database_unavailable"))
        self.assertEqual(answer.json()["request"], answer.headers["X-Request-ID"])
        self.assertIn("Too many connections", logged.output[0])
        busy = OperationalError(1205, "Lock wait timeout exceeded")
        with (
            mock.patch("drawings.api.cards.of_owner", side_effect=busy),
            self.assertLogs("config.faults", "WARNING"),
        ):
            answer = self.client.get("/api/v1/drawings")
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "busy"))
        self.assertEqual(answer.headers["Retry-After"], "2")

    def test_large_answers_are_packed_whole(self):
        packing = PackingMiddleware(lambda _: HttpResponse())
        body = b"[" + b"0.25, " * LARGE + b"1]"
        for accepted in ("gzip, br", "identity"):
            asked = RequestFactory().get("/", headers={"accept-encoding": accepted})
            answer = HttpResponse(body, content_type="application/json")
            told = packing.process_response(asked, answer)
            self.assertIn("Accept-Encoding", told.headers["Vary"])
            packed = "Content-Encoding" in told.headers
            self.assertEqual(packed, accepted != "identity")
            self.assertEqual(gzip.decompress(told.content) if packed else told.content, body)

    def test_pictures_are_not_packed_twice(self):
        packing = PackingMiddleware(lambda _: HttpResponse())
        asked = RequestFactory().get("/", headers={"accept-encoding": "gzip"})
        for kind, packed in (("application/json", True), ("image/png", False), ("text/html", True)):
            answer = HttpResponse("x" * 5_000, content_type=kind)
            told = packing.process_response(asked, answer)
            self.assertEqual("Content-Encoding" in told.headers, packed, kind)

    def test_what_is_no_request_of_ours_is_told_so(self):
        self.client.force_login(self.user)
        for path in ("/api/v1/drawings", "/api/v1/queries/colour", "/api/v1/library/order"):
            answer = self.client.post(path, b"x", content_type="multipart/form-data")
            self.assertEqual((path, answer.status_code // 100), (path, 4))
        answer = self.client.put("/api/v1/library/order", json.dumps({"entries": []}), **JSON)
        self.assertEqual((answer.status_code, answer.json()["code"]), (404, "unknown_entry"))


class SettingsTest(SimpleTestCase):
    def set(self, **environment):
        with mock.patch.dict("os.environ", {**environment, "SECRET_KEY": "k" * 60}):
            found = {n: v for n, v in vars(reload(plain)).items() if n.isupper()}
        reload(plain)
        return found

    def test_hosts_and_what_browsers_remember_are_said_by_whoever_runs_it(self):
        plainly = self.set(BUILDUP_BEHIND_HTTPS="1", ALLOWED_HOSTS="a.example, .b.example,")
        self.assertEqual(plainly["ALLOWED_HOSTS"], ["a.example", ".b.example"])
        self.assertEqual(
            plainly["CSRF_TRUSTED_ORIGINS"], ["https://a.example", "https://*.b.example"]
        )
        self.assertEqual(plainly["SECURE_HSTS_SECONDS"], 3600)
        self.assertFalse(plainly["SECURE_HSTS_INCLUDE_SUBDOMAINS"])
        self.assertFalse(plainly["SECURE_HSTS_PRELOAD"])
        bound = self.set(BUILDUP_BEHIND_HTTPS="1", HSTS_SECONDS="31536000", HSTS_SUBDOMAINS="1")
        self.assertEqual(bound["SECURE_HSTS_SECONDS"], 31_536_000)
        self.assertTrue(bound["SECURE_HSTS_INCLUDE_SUBDOMAINS"])
