"""What is refused: problem details with a code, and sentences of which each is used."""

import ast
import json
import string
from pathlib import Path

from buildup.refusals import REFUSALS
from common.messages import SENTENCES, Code, sentence
from common.problems import PROBLEM_TYPE, STATUS, problem
from django.contrib.auth import get_user_model
from django.test import SimpleTestCase, TestCase

from config.api import api

SERVER = Path(__file__).parents[2]
PARTS = tuple(p.parent.name for p in SERVER.glob("*/__init__.py"))
CALLS = {"refusal", "problem", "sentence", "answer_of", "ExclusiveSlot"}


def sources():
    for part in PARTS:
        for path in (SERVER / part).rglob("*.py"):
            if "tests" not in path.parts and path.name != "messages.py":
                yield path


class SentencesTest(SimpleTestCase):
    def test_each_call_names_a_sentence_with_its_parameters_and_each_is_used(self):
        found = set()
        for path in sources():
            for node in ast.walk(ast.parse(path.read_text())):
                if isinstance(node, ast.Constant) and node.value in SENTENCES:
                    found.add(node.value)
                if not isinstance(node, ast.Call) or getattr(node.func, "id", "") not in CALLS:
                    continue
                if not (node.args and isinstance(node.args[0], ast.Constant)):
                    continue
                key = node.args[0].value
                with self.subTest(f"{path.name}:{node.lineno} {key}"):
                    fields = string.Formatter().parse(SENTENCES[key])
                    named = {name for _, name, _, _ in fields if name}
                    given = {k.arg for k in node.keywords} - {"status", "place", "final"}
                    self.assertEqual(given, named)
        self.assertEqual(set(SENTENCES) - found, set())

    def test_a_status_belongs_to_a_code_that_there_is(self):
        self.assertEqual(set(STATUS) - {c.value for c in Code}, set())
        codes = {key.partition(".")[0] for key in (*SENTENCES, *REFUSALS)}
        self.assertEqual({c.value for c in Code}, codes)

    def test_a_problem_says_all_that_it_has_to(self):
        answer = problem("too_large.request", final=True, most=8.0)
        told = json.loads(answer.content)
        self.assertEqual((answer.status_code, answer["Content-Type"]), (413, PROBLEM_TYPE))
        self.assertEqual(told["detail"], sentence("too_large.request", most=8.0))
        self.assertEqual((told["title"], told["status"]), ("Request Entity Too Large", 413))
        self.assertEqual((told["type"], told["final"]), ("about:blank", True))


class SchemaTest(TestCase):
    def test_each_operation_says_what_goes_in_what_comes_out_and_where_it_belongs(self):
        told = api.get_openapi_schema()
        for path, operations in told["paths"].items():
            self.assertTrue(path.startswith("/api/v1/"), path)
            for method, one in operations.items():
                with self.subTest(f"{method} {path}"):
                    self.assertTrue(one["tags"])
                    self.assertRegex(one["operationId"], r"^[a-z]+(_[a-z]+)*$")
                    self.assertIn(PROBLEM_TYPE, one["responses"]["default"]["content"])
                    for status, answer in one["responses"].items():
                        if status not in (204, "default"):
                            self.assertTrue(answer["content"], status)
        uploads = ("/imports", "/queries/file-items", "/fonts", "/drawings/{drawing}/pictures")
        for path in uploads:
            body = told["paths"][f"/api/v1{path}"]["post"]["requestBody"]
            self.assertIn("application/octet-stream", body["content"])
        code = told["components"]["schemas"]["Code"]["enum"]
        self.assertIn("too_entangled", code)
        self.assertIn("storage_full", code)

    def test_what_is_made_has_an_address_where_it_is_found(self):
        user = get_user_model().objects.create_user("mira")
        self.client.force_login(user)
        body = {"name": "Trial", "sheet": {"width": 400, "height": 300, "unit": "mm"}}
        made = self.client.post(
            "/api/v1/drawings", json.dumps(body), content_type="application/json"
        )
        self.assertEqual(made.status_code, 201)
        self.assertEqual(self.client.get(made["Location"]).json()["name"], "Trial")
        gone = self.client.get("/api/v1/drawings/999999")
        self.assertEqual((gone.status_code, gone["Content-Type"]), (404, PROBLEM_TYPE))
        self.assertEqual(gone.json()["code"], "unknown_drawing")
        self.assertRegex(gone.json()["request"], r"^[0-9a-f]{16}$")
