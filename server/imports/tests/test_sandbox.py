"""Strangers' files are read where they can do no harm: limits, crashes, what is bounded for all."""

import io
import os
import socket
import threading
import time
from unittest import mock

import ezdxf
from buildup.errors import Refusal
from common.sandbox import confine, frames, pool
from common.sandbox.confine import Limits
from common.sandbox.slots import Slots
from django.contrib.auth import get_user_model
from django.test import SimpleTestCase, TransactionTestCase, override_settings

from core.tests.formats.test_hostile import HOSTILE, doubling
from core.tests.formats.test_svgfiles import document

NOTHING = document("<path d='M0 0H9'/>").encode()


def in_a_child(work):
    """The word that some work, done in a process of its own, ends with; empty where it is ended."""
    read, write = os.pipe()
    child = os.fork()
    if child == 0:
        try:
            os.write(write, str(work()).encode())
        except BaseException as problem:
            os.write(write, type(problem).__name__.encode())
        finally:
            os._exit(0)
    os.close(write)
    with os.fdopen(read) as told:
        word = told.read()
    os.waitpid(child, 0)
    return word


class ConfineTest(SimpleTestCase):
    def test_no_socket_is_opened_and_no_program_started(self):
        def connects():
            confine.never_outside()
            return socket.socket()

        def runs():
            confine.never_outside()
            os.execv("/bin/true", ["true"])

        self.assertEqual(in_a_child(lambda: socket.socket() and "open"), "open")
        self.assertEqual(in_a_child(connects), "PermissionError")
        self.assertEqual(in_a_child(runs), "PermissionError")

    def test_memory_processor_clock_and_files_are_bounded(self):
        def held(limits, work):
            def inside():
                confine.limit(limits)
                return work()

            return in_a_child(inside)

        small = Limits(memory=64 << 20, processor=1, clock=2.0)
        self.assertEqual(held(small, lambda: len(bytearray(16 << 20))), str(16 << 20))
        self.assertEqual(held(small, lambda: bytearray(256 << 20)), "MemoryError")

        def spins():
            while True:
                pass

        self.assertEqual(held(small, spins), "")
        self.assertEqual(held(Limits(clock=0.2), lambda: time.sleep(60)), "")
        path = f"/tmp/buildup-{os.getpid()}"
        self.addCleanup(lambda: os.path.exists(path) and os.unlink(path))

        def writes():
            with open(path, "w") as file:
                file.write("x")

        self.assertIn(held(small, writes), ("OSError", ""))


class FramesTest(SimpleTestCase):
    def test_what_is_sent_comes_whole_or_not_at_all(self):
        ours, theirs = socket.socketpair()
        told = {"a": ["ä", None, 1.5]}
        sender = threading.Thread(target=frames.send, args=(ours, told, bytes(3_000_000)))
        sender.start()
        self.assertEqual(frames.receive(theirs), (told, bytes(3_000_000)))
        sender.join()
        for broken in (b"", b"\0\0", b"\0\0\0\2\0\0\0\0{", b"\xff" * 8, b"\0\0\0\1\0\0\0\0{"):
            ours, theirs = socket.socketpair()
            ours.sendall(broken)
            ours.close()
            with self.assertRaises(frames.BrokenOff), theirs:
                frames.receive(theirs)


class SlotsTest(SimpleTestCase):
    def test_places_are_the_same_for_all_and_end_with_their_holder(self):
        with override_settings(), self.settings():
            folder = pool.settings.SANDBOX / f"test-{os.getpid()}"
        one, other = Slots(folder, 2), Slots(folder, 2)
        held = [one.take(0.0), other.take(0.0)]
        self.assertNotIn(None, held)
        self.assertIsNone(one.take(0.05))
        os.close(held[0])
        again = other.take(0.0)
        self.assertIsNotNone(again)
        for file in (held[1], again):
            os.close(file)
        for left in folder.iterdir():
            left.unlink()
        folder.rmdir()


class PoolTest(SimpleTestCase):
    def code(self, job, data, **more):
        with self.assertRaises(Refusal) as refused:
            pool.run(job, data, **more)
        return refused.exception.code

    def test_what_a_file_holds_and_what_refuses_it_come_back(self):
        told, _ = pool.run("svg", NOTHING)
        self.assertIn('"outline"', told["clip"])
        self.assertEqual(self.code("svg", b"no file"), "not_svg")
        self.assertEqual(self.code("palette", b"{}"), "bad_palette")
        self.assertEqual(self.code("picture", b"no picture"), "not_a_picture")
        self.assertEqual(self.code("font", b"no font", name=""), "not_a_font")

    def test_a_reader_that_stumbles_or_is_ended_is_a_refusal_and_others_go_on(self):
        with self.assertLogs("common.sandbox", "WARNING"):
            self.assertEqual(self.code("file", b"x", kind="nothing", name=""), "unreadable")
        with self.assertLogs("common.sandbox", "WARNING"):
            self.assertEqual(self.code("traced_area", b"x"), "unreadable")
        with self.assertLogs("common.sandbox", "WARNING"):
            self.assertEqual(self.code("nothing", b"x"), "too_much")
        self.assertTrue(pool.run("svg", NOTHING)[0]["clip"])

    def test_it_comes_back_when_the_process_that_forks_was_killed(self):
        pool.run("svg", NOTHING)
        pool._nursery._process.kill()
        pool._nursery._process.wait()
        self.assertTrue(pool.run("svg", NOTHING)[0]["clip"])

    def test_more_than_there_are_places_for_wait_and_are_told(self):
        positions = Slots(pool.settings.SANDBOX, pool.settings.SANDBOX_PLACES)
        held = [positions.take(5.0) for _ in range(pool.settings.SANDBOX_PLACES)]
        try:
            self.assertEqual(self.code("svg", NOTHING, patience=0.05), "busy")
        finally:
            for file in held:
                os.close(file)
        self.assertTrue(pool.run("svg", NOTHING)[0]["clip"])

    def test_those_who_wait_do_not_take_all_threads(self):
        for _ in range(pool.MOST_HERE):
            pool._here.acquire()
        try:
            with mock.patch.object(Slots, "take") as waited:
                self.assertEqual(self.code("svg", NOTHING), "busy")
            waited.assert_not_called()
        finally:
            for _ in range(pool.MOST_HERE):
                pool._here.release()
        self.assertTrue(pool.run("svg", NOTHING)[0]["clip"])

    def test_text_is_set_by_whoever_asked(self):
        text = document("<text font-family='Reed'>Hollow</text>").encode()
        asked = []

        def say(line, wish):
            asked.append((line, wish.families))

        self.assertEqual(self.code("file", text, say=say, kind="svg", name=""), "nothing_drawn")
        self.assertEqual(asked, [("Hollow", ("Reed",))])

    def test_nothing_of_the_server_is_known_there(self):
        with mock.patch.dict(os.environ, {"DATABASE_URL": "mysql://secret"}):
            pool.stop()
            pool.run("svg", NOTHING)
        path = f"/proc/{pool._nursery._process.pid}/environ"
        with open(path, "rb") as facts:
            self.assertNotIn(b"secret", facts.read())


class DoorsTest(TransactionTestCase):
    """Every door that takes a file, with files that hung a thread or the machine."""

    def setUp(self):
        user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(user)

    def post(self, path, body, content="application/octet-stream"):
        answer = self.client.post(f"/api/v1/{path}", body, content_type=content)
        return answer.status_code, answer.json().get("code")

    def test_hostile_svg_at_every_door(self):
        symbols = HOSTILE["a symbol of itself"]
        for text in (symbols, doubling("a", 20, 10)):
            told = {"text": text}
            for path, body, content in (
                ("queries/clipboard", told, "application/json"),
                ("library/imports/svg", {**told, "tray": "T"}, "application/json"),
                ("queries/file-items?name=x.svg", text, "application/octet-stream"),
                ("imports?name=x.svg", text, "application/octet-stream"),
            ):
                with self.subTest(path):
                    status, code = self.post(path, body, content)
                    self.assertEqual((status, code), (422, "too_much"))

    def test_pdf_forms_that_unfold_without_end(self):
        self.assertEqual(
            self.post("queries/file-items?name=x.pdf", bombed_pdf(fan=2, depth=0, loop=True))[0],
            422,
        )
        with self.assertNoLogs("common.sandbox", "WARNING"):  # the reader counts, no limit ends it
            status, code = self.post("queries/file-items?name=x.pdf", bombed_pdf(fan=10, depth=12))
        self.assertEqual((status, code), (422, "too_much"))

    def test_dxf_blocks_that_unfold_without_end(self):
        for data in (nested_dxf(2, 18), nested_dxf(10, 12), rows_dxf(30_000), looped_dxf()):
            status, code = self.post("queries/file-items?name=x.dxf", data)
            self.assertEqual((status, code), (422, "too_much"))


def bombed_pdf(*, fan, depth, loop=False):
    """A PDF whose forms hold forms; the innermost nothing, or itself."""
    count = depth + 1
    objects = [b"<</Type/Catalog/Pages 2 0 R>>", b"<</Type/Pages/Kids[3 0 R]/Count 1>>"]
    objects.append(
        b"<</Type/Page/Parent 2 0 R/MediaBox[0 0 99 99]/Contents 4 0 R"
        b"/Resources<</XObject<</F 5 0 R>>>>>>"
    )
    objects.append(b"<</Length 5>>stream\n/F Do\nendstream")
    for k in range(count):
        last = k == count - 1
        inner = b"" if last and not loop else b"/F Do " * fan
        target = 5 + k if last else 6 + k
        objects.append(
            b"<</Type/XObject/Subtype/Form/BBox[0 0 9 9]/Resources<</XObject<</F %d 0 R>>>>"
            b"/Length %d>>stream\n%s\nendstream" % (target, len(inner), inner)
        )
    out, positions = b"%PDF-1.4\n", []
    for number, body in enumerate(objects, 1):
        positions.append(len(out))
        out += b"%d 0 obj" % number + body + b"endobj\n"
    start = len(out)
    out += b"xref\n0 %d\n0000000000 65535 f \n" % (len(objects) + 1)
    out += b"".join(b"%010d 00000 n \n" % position for position in positions)
    return out + b"trailer<</Root 1 0 R/Size %d>>\nstartxref\n%d\n%%%%EOF" % (
        len(objects) + 1,
        start,
    )


def dxf_of(draw):
    document = ezdxf.new("R2010")
    draw(document)
    stream = io.StringIO()
    document.write(stream)
    return stream.getvalue().encode()


def nested_dxf(fan, depth):
    def draw(document):
        document.blocks.new("B0")
        for k in range(1, depth + 1):
            block = document.blocks.new(f"B{k}")
            for _ in range(fan):
                block.add_blockref(f"B{k - 1}", (0, 0))
        document.modelspace().add_blockref(f"B{depth}", (0, 0))

    return dxf_of(draw)


def rows_dxf(count):
    def draw(document):
        document.blocks.new("B")
        row = {"row_count": count, "column_count": count, "row_spacing": 1, "column_spacing": 1}
        document.modelspace().add_blockref("B", (0, 0), dxfattribs=row)

    return dxf_of(draw)


def looped_dxf():
    def draw(document):
        one, other = document.blocks.new("ONE"), document.blocks.new("OTHER")
        one.add_blockref("OTHER", (0, 0))
        other.add_blockref("ONE", (0, 0))
        document.modelspace().add_blockref("ONE", (0, 0))

    return dxf_of(draw)
