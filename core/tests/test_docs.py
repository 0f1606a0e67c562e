"""The docs name files that there are."""

import re
import unittest
from pathlib import Path

ROOT = Path(__file__).parents[2]
FILE = re.compile(r"`([\w./-]+\.(?:py|ts|vue|sh|mjs))`")
PAST = {"words-before-and-after.md"}


class FilesTest(unittest.TestCase):
    def test_every_file_that_is_named_is_there(self):
        known = [f"/{p.relative_to(ROOT)}" for p in self.sources()]
        for page in (ROOT / "README.md", *sorted((ROOT / "docs").rglob("*.md"))):
            if page.name in PAST:
                continue
            for name in set(FILE.findall(page.read_text())):
                with self.subTest(f"{page.name}: {name}"):
                    self.assertTrue(any(path.endswith(f"/{name}") for path in known))

    def sources(self):
        for folder in ("core", "server", "web/src", "web/tools", "bin", "bench", "e2e"):
            for path in (ROOT / folder).rglob("*"):
                if path.is_file() and "node_modules" not in path.parts:
                    yield path

    def test_no_two_files_of_one_name_in_a_part(self):
        """A part: the core, an app of the server; of the front end a folder below `src`."""
        parts = [
            ("core/buildup", "*.py"),
            *((f"server/{p.name}", "*.py") for p in (ROOT / "server").iterdir() if p.is_dir()),
            *((f"web/src/{p.name}", "*.*") for p in (ROOT / "web/src").iterdir() if p.is_dir()),
        ]
        general = {"__init__.py", "0001_initial.py", "index.ts"}
        for folder, pattern in parts:
            seen = {}
            for path in (ROOT / folder).rglob(pattern):
                if path.name in general or "__pycache__" in path.parts or "tests" in path.parts:
                    continue
                seen.setdefault(path.name, []).append(path)
            twice = {n for n, paths in seen.items() if len(paths) > 1}
            with self.subTest(folder):
                self.assertEqual(twice, set())

    def test_no_file_holds_more_than_four_hundred_lines(self):
        generated = {"schema.d.ts"}
        long = {}
        for folder in ("core/buildup", "server", "web/src"):
            for path in (ROOT / folder).rglob("*"):
                if path.suffix not in (".py", ".ts", ".vue") or path.name in generated:
                    continue
                if {"tests", "migrations"} & set(path.parts) or ".test." in path.name:
                    continue
                lines = path.read_text().count("\n")
                if lines > 410:
                    long[path.name] = lines
        self.assertEqual(long, {})

    def test_no_folder_holds_more_than_some_twenty_files(self):
        full = {}
        for folder in ("core/buildup", "server", "web/src"):
            for path in (ROOT / folder).rglob("*"):
                if not path.is_dir() or {"__pycache__", "tests", "migrations", ".hypothesis"} & set(
                    path.parts
                ):
                    continue
                files = [p for p in path.iterdir() if p.is_file() and p.name != "__init__.py"]
                files = [p for p in files if ".test." not in p.name]
                if len(files) > 24:
                    full[str(path.relative_to(ROOT))] = len(files)
        self.assertEqual(full, {})
