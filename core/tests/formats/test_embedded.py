"""What pictures say they are, beside Pillow; addresses that hold them (RFC 2397)."""

import io
import itertools
import unittest

from buildup.formats.picturefacts import embedded, facts_of
from hypothesis import given
from hypothesis import strategies as st
from PIL import Image

WAYS = (
    ("PNG", {}),
    ("JPEG", {}),
    ("JPEG", {"progressive": True, "exif": b"Exif\0\0" + bytes(40)}),
    ("WEBP", {}),
    ("WEBP", {"lossless": True}),
    ("WEBP", {"exif": b"Exif\0\0" + bytes(40)}),
)
SIZES = ((1, 1), (3, 700), (1_025, 16))


def written(kind, size=(40, 30), mode="RGB", **how) -> bytes:
    stream = io.BytesIO()
    Image.new(mode, size, "teal").save(stream, kind, **how)
    return stream.getvalue()


class FactsTest(unittest.TestCase):
    def test_sizes_are_those_pillow_wrote(self):
        for (kind, how), size in itertools.product(WAYS, SIZES):
            with self.subTest(kind=kind, how=how, size=size):
                facts = facts_of(written(kind, size, **how))
                self.assertEqual((facts.width, facts.height), size)
                self.assertEqual(facts.mime, f"image/{kind.lower()}")

    def test_others_and_what_is_cut_off_are_none(self):
        self.assertIsNone(facts_of(written("GIF", (9, 9), "P")))
        for kind, how in WAYS:
            data = written(kind, (40, 30), **how)
            for end in range(min(len(data), 40)):
                facts = facts_of(data[:end])
                self.assertTrue(facts is None or (facts.width, facts.height) == (40, 30))

    @given(st.binary(max_size=60), st.sampled_from((b"\xff\xd8", b"RIFF1234WEBPVP8 ", b"")))
    def test_whatever_it_is_given_it_answers(self, data, head):
        facts = facts_of(head + data)
        self.assertTrue(facts is None or min(facts.width, facts.height) > 0)


class EmbeddedTest(unittest.TestCase):
    def test_addresses(self):
        cases = {
            "data:image/png;base64,AQID": b"\x01\x02\x03",
            "DATA:image/png;charset=x;BASE64,AQ%49D": b"\x01\x02\x03",
            "data:image/png;base64,AQ\n ID": b"\x01\x02\x03",
            "data:;base64,": b"",
            "data:,%01": b"\x01",
            "data:image/png;base64,A": None,
            "data:image/png;base64,é": None,
            "data:image/png": None,
            "picture.png": None,
            "": None,
        }
        for address, data in cases.items():
            with self.subTest(address):
                self.assertEqual(embedded(address), data)
