"""bin/start keeps the program running: MariaDB killed, the server killed, strangers left alone."""

import os
import shutil
import signal
import socket
import subprocess
import tempfile
import time
import unittest
from pathlib import Path
from urllib.error import URLError
from urllib.request import urlopen

ROOT = Path(__file__).resolve().parents[1]


def free_port():
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return probe.getsockname()[1]


class StartTest(unittest.TestCase):
    def setUp(self):
        self.local = Path(tempfile.mkdtemp())
        self.addCleanup(shutil.rmtree, self.local, ignore_errors=True)
        for name in (ROOT / ".local").glob("*.stamp"):
            shutil.copy(name, self.local)

    def start(self):
        port = free_port()
        without = {k: v for k, v in os.environ.items() if k != "DATABASE_URL"}
        env = {**without, "BUILDUP_LOCAL": str(self.local), "PORT": str(port)}
        env["CUTTER_PORT"] = str(free_port())
        self.log = self.local / "start.log"
        with self.log.open("w") as log:
            started = subprocess.Popen(["bin/start"], cwd=ROOT, env=env, stdout=log, stderr=log)
        self.addCleanup(started.wait, 60)
        self.addCleanup(started.terminate)
        self.address = f"http://127.0.0.1:{port}/api/v1/drawings"
        self.says("is open at")
        return started

    def says(self, words):
        for _ in range(600):
            if words in self.log.read_text():
                return
            time.sleep(0.1)
        self.fail(f"never said “{words}”: {self.log.read_text()}")

    def number(self, name):
        return int((self.local / name).read_text())

    def runs(self, pid):
        words = Path(f"/proc/{pid}/cmdline")
        return words.exists() and words.read_bytes() != b""

    def answers(self, path):
        """What is said there, as soon as the server listens."""
        for _ in range(100):
            try:
                with urlopen(self.address.replace("drawings", path), timeout=20) as answer:
                    return answer.status
            except URLError:
                time.sleep(0.2)
        return None

    def test_what_is_killed_comes_back_by_itself_and_stops_with_it(self):
        started = self.start()
        os.kill(self.number("mariadb/mariadbd.pid"), signal.SIGKILL)
        self.says("MariaDB is back")
        os.kill(self.number("server.pid"), signal.SIGKILL)
        self.says("The server is back")
        self.assertEqual(self.answers("me"), 200)
        second = subprocess.run(
            ["bin/start"],
            cwd=ROOT,
            env={**os.environ, "BUILDUP_LOCAL": str(self.local)},
            capture_output=True,
            text=True,
            timeout=60,
            check=False,
        )
        self.assertIn("runs from this folder already", second.stderr)
        left = [self.number(name) for name in ("server.pid", "cutter.pid")]
        started.kill()  # nothing it has started hears of that
        started.wait(60)
        started = self.start()
        self.assertFalse([pid for pid in left if self.runs(pid)])
        left = [self.number(name) for name in ("server.pid", "cutter.pid")]
        database = self.number("mariadb/mariadbd.pid")
        started.terminate()
        self.assertEqual(started.wait(60), 0)
        self.assertFalse((self.local / "server.pid").exists())
        self.assertFalse([pid for pid in (database, *left) if self.runs(pid)])

    def test_the_programs_password_is_not_that_of_mariadbs_root(self):
        folder = self.local / "mariadb"
        started = [ROOT / "bin" / "database", "start", folder]
        told = subprocess.run(started, capture_output=True, text=True, check=True).stdout.strip()
        self.addCleanup(subprocess.run, [ROOT / "bin" / "database", "stop", folder], check=True)
        port = told.rpartition(":")[2].partition("/")[0]
        words = {
            name: (folder / name).read_text().strip() for name in ("password", "root-password")
        }
        self.assertEqual((folder / "root-password").stat().st_mode & 0o077, 0)
        self.assertNotEqual(*words.values())

        def enters(user, password):
            client = ["mariadb", "--no-defaults", "-h127.0.0.1", f"-P{port}", f"-u{user}"]
            asked = [*client, f"-p{password}", "-e", "SELECT 1"]
            return subprocess.run(asked, capture_output=True, check=False).returncode == 0

        self.assertTrue(enters("buildup", words["password"]))
        self.assertFalse(enters("root", words["password"]))
        self.assertFalse(enters("root", ""))

    def test_a_strangers_number_in_the_file_is_left_alone(self):
        folder = self.local / "mariadb"
        folder.mkdir()
        with subprocess.Popen(["sleep", "60"]) as stranger:
            (folder / "mariadbd.pid").write_text(str(stranger.pid))
            for verb, code in (("running", 1), ("stop", 0)):
                done = subprocess.run([ROOT / "bin" / "database", verb, folder], check=False)
                self.assertEqual(done.returncode, code)
            self.assertIsNone(stranger.poll())
            stranger.kill()
