"""Pictures to trace: what is taken in, what is refused, and that memory stays steady."""

import io
import random
import struct
import unittest
import zlib
from pathlib import Path
from unittest import mock

from buildup.edits.apply import read_command
from buildup.errors import Refusal
from django.contrib.auth import get_user_model
from django.test import TestCase
from drawings.schema import Sheet
from drawings.services.edit import edit
from drawings.services.lifecycle import make
from drawings.services.pictures import keep
from drawings.services.thumbnails import thumbnail
from PIL import Image

from references.imagefiles import checked


def encoded(kind="PNG", size=(40, 30), mode="RGB", **how):
    out = io.BytesIO()
    Image.new(mode, size, (200, 150, 90)[: len(mode)]).save(out, format=kind, **how)
    return out.getvalue()


def claimed_png(width, height):
    """A PNG whose header claims a size, with almost no data behind it."""

    def chunk(name, data):
        return (
            struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))
        )

    header = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    body = zlib.compress(bytes(1000))
    return (
        b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", header) + chunk(b"IDAT", body) + chunk(b"IEND", b"")
    )


def resident():
    pages = int(Path("/proc/self/statm").read_text().split()[1])
    return pages * 4096


class CheckTest(unittest.TestCase):
    def test_the_three_kinds_come_out_clean(self):
        exif = Image.Exif()
        exif[0x0112] = 6  # turned a quarter
        exif[0x010E] = "a secret"
        cases = [("PNG", {}, (40, 30)), ("WEBP", {}, (40, 30)), ("JPEG", {"exif": exif}, (30, 40))]
        for kind, how, size in cases:
            with self.subTest(kind):
                made = checked(encoded(kind, **how))
                self.assertEqual((made.width, made.height), size)
                self.assertNotIn(b"secret", made.data)
                with Image.open(io.BytesIO(made.data)) as again:
                    self.assertEqual((again.format, again.size), (kind, size))

    def test_a_picture_longer_than_any_screen_is_not_unpacked(self):
        with mock.patch("references.imagefiles._written") as unpacked:
            for size in ((1, 50_000_000), (40_000, 9)):
                with self.assertRaises(Refusal) as caught:
                    checked(claimed_png(*size))
                self.assertEqual(caught.exception.code, "picture_too_large")
            unpacked.assert_not_called()

    def test_marks_of_a_camera_that_make_no_sense_are_left_out(self):
        wrong = [struct.error("cut"), TypeError("none"), ZeroDivisionError(), KeyError(274)]
        for problem in wrong:
            with mock.patch("references.imagefiles.ImageOps.exif_transpose", side_effect=problem):
                self.assertEqual(checked(encoded("JPEG")).mime, "image/jpeg")

    def test_what_is_not_a_sound_picture_is_refused(self):
        random.seed(1)
        noise = encoded("JPEG", (400, 400))
        cases = {
            "empty": (b"", "not_a_picture"),
            "text": (b"hello, I am a drawing", "not_a_picture"),
            "svg": (b'<svg xmlns="http://www.w3.org/2000/svg"/>', "not_a_picture"),
            "gif": (encoded("GIF", mode="L"), "not_a_picture"),
            "300 megapixels": (claimed_png(20_000, 15_000), "picture_too_large"),
            "a bomb": (claimed_png(60_000, 60_000), "picture_too_large"),
            "truncated jpeg": (noise[: len(noise) // 2], "broken_picture"),
            "truncated png": (claimed_png(400, 400), "broken_picture"),
            "21 MB": (bytes(21 * 1024 * 1024), "picture_too_large"),
        }
        for name, (data, code) in cases.items():
            with self.subTest(name), self.assertRaises(Refusal) as caught:
                checked(data)
            self.assertEqual(caught.exception.code, code)
            self.assertIn("Nothing was placed", caught.exception.sentence)

    def test_memory_stays_steady(self):
        bombs = [claimed_png(20_000, 15_000), claimed_png(60_000, 60_000)]
        before = resident()
        for _ in range(20):
            for bomb in bombs:
                with self.assertRaises(Refusal):
                    checked(bomb)
        self.assertLess(resident() - before, 20e6)


class PictureApiTest(TestCase):
    def setUp(self):
        people = get_user_model().objects
        self.user, self.other = people.create_user("mira"), people.create_user("ilse")
        self.row = make(self.user.pk, name="Trace", sheet=Sheet(400, 300, "px"))
        self.client.force_login(self.user)
        self.path = f"/api/v1/drawings/{self.row.pk}/pictures"

    def bring(self, data):
        return self.client.post(self.path, data, content_type="application/octet-stream")

    def test_a_picture_comes_back_cached_to_its_owner_only(self):
        facts = self.bring(encoded("WEBP")).json()
        self.assertEqual((facts["width"], facts["height"]), (40, 30))
        shown = self.client.get(f"{self.path}/{facts['id']}")
        self.assertEqual(shown.headers["Content-Type"], "image/webp")
        self.assertEqual(shown.headers["Cache-Control"], "private, max-age=86400")
        tag = shown.headers["ETag"]
        again = self.client.get(f"{self.path}/{facts['id']}", headers={"If-None-Match": tag})
        self.assertEqual((again.status_code, again.content), (304, b""))
        self.client.force_login(self.other)
        self.assertEqual(self.client.get(f"{self.path}/{facts['id']}").status_code, 404)
        self.assertEqual(self.bring(encoded()).status_code, 404)

    def test_a_refusal_has_a_code_and_a_sentence_and_keeps_nothing(self):
        answer = self.bring(b"not a picture")
        self.assertEqual((answer.status_code, answer.json()["code"]), (422, "not_a_picture"))
        self.assertEqual(self.user.pictures.count(), 0)


class CardTest(TestCase):
    def test_a_card_shows_what_is_to_be_traced_where_there_is_nothing_else(self):
        user = get_user_model().objects.create_user("mira")
        row = make(user.pk, name="Trace", sheet=Sheet(400, 300, "px"))
        blank = Image.open(io.BytesIO(thumbnail(user.pk, row.pk)[0])).convert("RGB")
        self.assertEqual(blank.getcolors(), [(blank.width * blank.height, (255, 255, 255))])
        picture = keep(row, checked(encoded(size=(40, 30))))
        position = {
            "kind": "add_reference",
            "reference": "u",
            "picture": picture.pk,
            "called": "Body",
            "pixels": [40, 30],
        }
        edit(user.pk, row.pk, command_id="place-it", known=None, command=read_command(position))
        shown = Image.open(io.BytesIO(thumbnail(user.pk, row.pk)[0])).convert("RGB")
        middle = shown.getpixel((shown.width // 2, shown.height // 2))
        for part, full in zip(middle, (200, 150, 90), strict=True):  # dimmed on white
            self.assertTrue(full < part < 255)
        drawn = {
            "kind": "draw_shape",
            "item": "plate",
            "shape": "rectangle",
            "start": [10, 10],
            "to": [60, 60],
        }
        edit(user.pk, row.pk, command_id="draw-on-it", known=None, command=read_command(drawn))
        shown = Image.open(io.BytesIO(thumbnail(user.pk, row.pk)[0])).convert("RGB")
        self.assertEqual(shown.getpixel((shown.width // 2, shown.height // 2)), (255, 255, 255))
