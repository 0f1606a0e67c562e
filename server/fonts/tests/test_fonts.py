"""Faces, what words come to in them, and fonts and text of files; beside fontTools and HarfBuzz."""

import io
import json
import zlib
from itertools import pairwise
from tempfile import NamedTemporaryFile

import numpy as np
import shapely
import uharfbuzz as hb
from buildup.contours.pathreader import read_path
from buildup.drawing.codec import write
from buildup.drawing.itemtypes import Outline, TextItem
from buildup.drawing.sheet import Sheet
from buildup.drawing.text import Lettering
from buildup.drawing.textchecks import check_lettering
from buildup.errors import Refusal
from buildup.formats.svg.svgwrite import svg
from buildup.forms.contours import item_box
from buildup.geometry.flattening import polyline
from django.conf import settings
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase
from drawings import store
from drawings.models import Drawing
from drawings.services.lifecycle import make
from fontTools.pens.svgPathPen import SVGPathPen
from fontTools.ttLib import TTFont

from core.tests.formats.test_svgfiles import document, pixels
from fonts import shipped
from fonts.fontfile import checked_font
from fonts.models import Font
from fonts.shaping import TextSettings, shaped
from fonts.typefaces import Typeface

TEXTS = ("AVATAR To Ye", "office fluffy", "Hollowreed Strings", "Ärger Łódź ąę", "fi\nWAVE")


def file_of(key, part="latin"):
    name = next(n for n in shipped.FACES[key].files if f"-{part}-" in n)
    return (settings.WEB / "faces" / name).read_bytes()


def font_of(key, part="latin"):
    return TTFont(io.BytesIO(file_of(key, part)), recalcTimestamp=False)


def plain(font):
    """A font as OpenType."""
    font.flavor = None
    out = io.BytesIO()
    font.save(out)
    return out.getvalue()


def set_in(key, text, *, kerning=True, ligatures=True):
    settings = TextSettings(kerning=kerning, ligatures=ligatures)
    return shaped(shipped.typeface(key), text, settings)


def wide(made, line=0):
    return sum(g.wide for g in made.lines[line])


class ShapingTest(TransactionTestCase):
    def test_every_shipped_face_is_an_open_one_and_has_its_letters(self):
        looks = {font.looks for font in shipped.FACES.values()}
        self.assertLessEqual({"serif", "sans", "slab", "script", "Arabic", "Hebrew"}, looks)
        for key in shipped.FACES:
            with self.subTest(key):
                text = "Hollowreed ąłß & 5" + ("" if key.startswith("noto") else "½")
                self.assertEqual(set_in(key, text).missing, ())
                made = set_in(key, "Reed")
                check_lettering(Lettering(text="Reed", font=key, font_name=key, shaped=made))

    def test_advances_and_kerning_are_those_of_harfbuzz(self):
        """HarfBuzz by itself, fed with the whole font."""
        for key in ("source-serif-4-regular", "zilla-slab-bold", "dancing-script-regular"):
            font = hb.Font(hb.Face(plain(font_of(key))))
            for text in ("AVATAR To Ye", "office", "Hollowreed Strings"):
                for kerning in (True, False):
                    buffer = hb.Buffer()
                    buffer.add_str(text)
                    buffer.guess_segment_properties()
                    hb.shape(font, buffer, {"kern": kerning, "liga": False, "clig": False})
                    expected = [p.x_advance for p in buffer.glyph_positions]
                    made = set_in(key, text, kerning=kerning, ligatures=False)
                    self.assertEqual([g.wide for g in made.lines[0]], expected)

    def test_without_kerning_advances_are_those_that_fonttools_reads(self):
        for key in shipped.FACES:
            font = font_of(key)
            if "fvar" in font:
                continue  # it is not set where the font file is drawn
            names, widths = font.getBestCmap(), font["hmtx"].metrics
            text = "HAMBURG"
            made = set_in(key, text, kerning=False, ligatures=False)
            expected = [widths[names[ord(c)]][0] for c in text]
            self.assertEqual([g.wide for g in made.lines[0]], expected)
            self.assertEqual(made.em, font["head"].unitsPerEm)

    def test_kerning_of_a_pair_is_what_the_font_says(self):
        """Pairs of the GPOS table, read by fontTools (OpenType 1.9, PairPos format 1 and 2)."""
        key = "source-serif-4-regular"
        font = font_of(key)
        names = font.getBestCmap()
        for pair in ("AV", "To", "LT"):
            first, second = (names[ord(c)] for c in pair)
            kerned = wide(set_in(key, pair)) - wide(set_in(key, pair, kerning=False))
            self.assertEqual(kerned, pair_value(font, first, second), pair)

    def test_outlines_are_those_that_fonttools_draws(self):
        for key in ("source-serif-4-italic", "source-sans-3-bold", "dancing-script-bold"):
            font = font_of(key)
            glyphs, names = font.getGlyphSet(), font.getBestCmap()
            for letter in "Ag8&":
                pen = SVGPathPen(glyphs)
                glyphs[names[ord(letter)]].draw(pen)
                made = set_in(key, letter).forms[0]
                ours, theirs = (flat(read_path(d)) for d in (made, pen.getCommands()))
                turned = shapely.transform(theirs, lambda positions: positions * [1, -1])
                self.assertLess(ours.symmetric_difference(turned).area, 1e-3 * ours.area)

    def test_ligatures_stand_for_their_letters(self):
        with_them = set_in("source-serif-4-regular", "office")
        self.assertIn("ffi", [g.letters for g in with_them.lines[0]])
        without = set_in("source-serif-4-regular", "office", ligatures=False)
        self.assertEqual([g.letters for g in without.lines[0]], list("office"))

    def test_letters_of_another_part_and_missing_ones(self):
        for text in TEXTS:
            made = set_in("zilla-slab-regular", text)
            self.assertEqual("".join(g.letters for g in made.lines[0]), text.split("\n")[0])
            self.assertEqual(made.missing, ())
        made = set_in("zilla-slab-regular", "A木B木\u200bŁ")
        self.assertEqual(made.missing, ("木",))
        self.assertEqual(len(made.lines), 1)


def pair_value(font, first, second):
    """What the first lookup for a pair moves the second glyph by, font units."""
    gpos = font["GPOS"].table
    wanted = {
        index
        for record in gpos.FeatureList.FeatureRecord
        if record.FeatureTag == "kern"
        for index in record.Feature.LookupListIndex
    }
    for index in sorted(wanted):
        for table in gpos.LookupList.Lookup[index].SubTable:
            pairs = getattr(table, "ExtSubTable", table)
            if first not in pairs.Coverage.glyphs:
                continue
            if pairs.Format == 1:
                row = pairs.PairSet[pairs.Coverage.glyphs.index(first)]
                found = [r for r in row.PairValueRecord if r.SecondGlyph == second]
                if found:
                    return found[0].Value1.XAdvance
                continue
            one = pairs.ClassDef1.classDefs.get(first, 0)
            two = pairs.ClassDef2.classDefs.get(second, 0)
            value = pairs.Class1Record[one].Class2Record[two].Value1
            return value.XAdvance if value else 0
    return 0


def flat(contours):
    """The area of contours by the even-odd rule, which letters of these fonts come to as well."""
    area = shapely.Polygon()
    for contour in contours:
        positions = [p for s in contour.segments for p in polyline([s], tolerance=0.5)]
        ring = shapely.Polygon([(p.real, p.imag) for p in positions]).buffer(0)
        area = area.symmetric_difference(ring)
    return area


class FaceFileTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        people = get_user_model().objects
        self.mira = people.create_user("mira", password="reed-and-spruce")
        self.jon = people.create_user("jon", password="reed-and-spruce")
        self.client.force_login(self.mira)

    def bring(self, data, name="a.ttf"):
        return self.client.post(
            f"/api/v1/fonts?name={name}", data, content_type="application/octet-stream"
        )

    def shape(self, **body):
        return self.client.post(
            "/api/v1/queries/text-layout", json.dumps(body), content_type="application/json"
        )

    def test_a_font_is_brought_in_every_wrapping_and_kept_once(self):
        font = font_of("zilla-slab-bold")
        wrapped = {}
        for flavor in ("woff", None):
            font.flavor = flavor
            out = io.BytesIO()
            font.save(out)
            wrapped[flavor] = out.getvalue()
        keys = {self.bring(data).json()["key"] for data in wrapped.values()}
        self.assertEqual((len(keys), Font.objects.count()), (1, 1))
        (key,) = keys
        listed = self.client.get("/api/v1/fonts").json()
        self.assertEqual((listed[0]["key"], listed[0]["looks"]), (key, "own"))
        self.assertTrue(listed[0]["sample"])
        made = self.shape(text="Reed", font=key).json()
        same = self.shape(text="Reed", font="zilla-slab-bold").json()
        self.assertEqual(made, same)

    def test_a_face_is_its_owners_and_what_was_written_stays(self):
        key = self.bring(file_of("zilla-slab-bold")).json()["key"]
        self.client.force_login(self.jon)
        self.assertEqual(self.shape(text="Reed", font=key).status_code, 404)
        self.assertNotIn(key, [f["key"] for f in self.client.get("/api/v1/fonts").json()])
        self.client.delete(f"/api/v1/fonts/{key}")
        self.client.force_login(self.mira)
        self.assertEqual(self.shape(text="Reed", font=key).status_code, 200)
        self.assertEqual(self.client.delete(f"/api/v1/fonts/{key}").status_code, 204)
        gone = self.shape(text="Reed", font=key)
        self.assertEqual((gone.status_code, gone.json()["code"]), (404, "unknown_font"))
        self.assertIn("stays as it is", gone.json()["detail"])

    def test_what_is_no_sound_font_is_told_and_nothing_kept(self):
        whole = plain(font_of("zilla-slab-bold"))
        woff2 = file_of("fraunces-regular")
        for name, data in {
            "nothing": b"",
            "text": b"no font at all",
            "a collection": b"ttcf" + whole,
            "cut": whole[: len(whole) // 2],
            "cut woff2": woff2[: len(woff2) // 2],
            "no glyphs said": lying(whole, "maxp", 4, 60_000),
            "no units": lying(whole, "head", 18, 0),
            "no outlines": without(whole, "glyf", "loca"),
            "no characters": without(whole, "cmap"),
            "a picture": b"\x00\x01\x00\x00" + b"\xff" * 4_000,
            "a bomb": bomb(),
        }.items():
            with self.subTest(name):
                answer = self.bring(data)
                self.assertEqual((answer.status_code, answer.json()["code"]), (422, "not_a_font"))
                self.assertIn("Nothing was changed", answer.json()["detail"])
        self.assertEqual(Font.objects.count(), 0)

    def test_bytes_that_lie_anywhere_crash_nothing(self):
        whole = bytearray(plain(font_of("dancing-script-regular")))
        for start in range(300, len(whole) - 64, len(whole) // 12):
            lied = bytes(whole[:start]) + b"\xff" * 48 + bytes(whole[start + 48 :])
            try:
                made = shaped_in(checked_font(lied).data)
            except Refusal as problem:
                self.assertEqual(problem.code, "not_a_font")
            else:
                self.assertEqual(len(made.lines), 1)

    def test_what_cannot_be_said_is_told(self):
        for body, status, code in (
            ({"text": " "}, 422, "no_text"),
            ({"text": "A" * 1_001}, 422, "too_much"),
            ({"text": "A\x07"}, 422, "bad_text"),
            ({"text": "A", "font": "nobody"}, 404, "unknown_font"),
        ):
            answer = self.shape(**{"font": "zilla-slab-bold", **body})
            self.assertEqual((answer.status_code, answer.json()["code"]), (status, code))


def lying(data, table, at, value):
    """A font that says something else at a place of a table, in two bytes."""
    start = TTFont(io.BytesIO(data)).reader.tables[table].offset + at
    return data[:start] + value.to_bytes(2) + data[start + 2 :]


def without(data, *tables):
    """A font whose directory does not name some tables."""
    for table in tables:
        data = data.replace(table.encode(), b"zzzz", 1)
    return data


def bomb():
    """A WOFF whose one table says that it is small and unpacks to gigabytes (WOFF 1.0, 4 and 5)."""
    packed = zlib.compress(zlib.compress(b"\0" * (1 << 28), 9) * 4, 9)
    table = b"glyf" + (64).to_bytes(4) + len(packed).to_bytes(4) + (3 << 30).to_bytes(4) + b"\0" * 4
    sizes = (64 + len(packed)).to_bytes(4) + (1).to_bytes(2) + b"\0\0" + (3 << 30).to_bytes(4)
    return b"wOFF" + b"\x00\x01\x00\x00" + sizes + b"\0" * 24 + table + packed


def shaped_in(data):
    return shaped(Typeface(lambda: data), "Reed")


class TakenInTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(self.user)

    def taken(self, data, name):
        address = f"/api/v1/imports?name={name}"
        answer = self.client.post(address, data, content_type="application/octet-stream")
        self.assertEqual(answer.status_code, 201, answer.content[:300])
        store.forget_all()
        row = Drawing.objects.get(pk=answer.json()["cards"][0]["id"])
        return store.value_of(row), answer.json()["message"], row

    def words(self, inside):
        value, said, _ = self.taken(document(inside).encode(), "a.svg")
        return [i for i in value.items.values() if isinstance(i, TextItem)], said, value

    def test_text_of_a_file_is_words_where_its_face_is_here(self):
        (one,), said, value = self.words(
            "<text x='20' y='60' font-family='Source Serif 4' font-size='24' font-weight='700' "
            "text-anchor='middle' letter-spacing='2.4' fill='teal'>Hollow<!-- -->reed</text>"
        )
        lettering = one.lettering
        self.assertEqual((lettering.text, lettering.font), ("Hollowreed", "source-serif-4-bold"))
        self.assertEqual((lettering.size, lettering.align, said), (48.0, "middle", ""))
        self.assertAlmostEqual(lettering.tracking, 100.0)
        self.assertEqual((one.place.origin, one.style.fill), (40 + 120j, "#008080"))
        self.assertAlmostEqual(item_box(value, one.id).centre.real, 40.0, delta=2.0)

    def test_spans_follow_each_other_and_lines_begin_where_they_say(self):
        found, said, _ = self.words(
            "<g transform='scale(2)' font-family=\"'Nobody Sans', sans-serif\" font-size='10px'>"
            "<text x='5' y='20'>One <tspan font-style='italic'>two</tspan>\n three"
            "<tspan x='5' y='30' style='font: bold 12px/1 Zilla Slab'>four</tspan></text>"
            "<text y='90' font-family='Nobody'>unseen</text></g>"
        )
        self.assertEqual([w.lettering.text for w in found], ["One ", "two", " three", "four"])
        fonts = [w.lettering.font for w in found]
        sans = "source-sans-3-"
        expected = [f"{sans}regular", f"{sans}italic", f"{sans}regular", "zilla-slab-bold"]
        self.assertEqual(fonts, expected)
        self.assertEqual([w.lettering.size for w in found], [40.0, 40.0, 40.0, 48.0])
        for one, other in pairwise(found[:3]):
            made = one.lettering
            wide = sum(g.wide for g in made.shaped.lines[0]) * made.scale
            self.assertAlmostEqual(other.place.origin.real - one.place.origin.real, wide)
        self.assertAlmostEqual(found[3].place.origin.real, 20.0)
        self.assertIn("text in missing fonts (1)", said)
        self.assertIn("text in a substitute font", said)

    def test_text_along_a_path_runs_where_resvg_lets_it_run(self):
        wave = "<path id='p' d='M8 60C30 20 60 90 92 40' transform='translate(0 6)'/>"
        back = "<path id='p' d='M20 50A30 30 0 0 1 80 50A30 30 0 0 1 20 50'/>"
        round_ = "<circle id='p' cx='50' cy='50' r='30'/>"
        same = {  # what resvg does not know: the other side, and other shapes than paths
            back: "<path id='p' d='M20 50A30 30 0 0 0 80 50A30 30 0 0 0 20 50'/>",
            round_: "<path id='p' d='M80 50A30 30 0 0 1 20 50A30 30 0 0 1 80 50Z'/>",
        }
        asked = (
            (wave, "", "<textPath href='#p'>Hollowreed</textPath>"),
            (wave, "text-anchor='middle'", "<textPath href='#p' startOffset='50%'>Re</textPath>"),
            (
                wave,
                "fill='teal' text-anchor='end' transform='rotate(9) scale(.9)'",
                "<textPath href='#p' startOffset='95'>Reed &amp; sons</textPath>",
            ),
            (
                wave,
                "",
                "<textPath href='#p' startOffset='20'>One <tspan fill='#c2410c' dy='2'>and</tspan>"
                " two</textPath>",
            ),
            (back, "", "<textPath href='#p' side='right' startOffset='40'>In</textPath>"),
            (round_, "", "<textPath href='#p' startOffset='10'>Round</textPath>"),
        )
        with NamedTemporaryFile(suffix=".ttf") as file:
            file.write(plain(font_of("zilla-slab-regular")))
            file.flush()
            for path, look, inside in asked:
                with self.subTest(inside):
                    text = f"<text font-family='Zilla Slab' font-size='9' {look}>{inside}</text>"
                    source = document(f"<defs>{path}</defs>{text}")
                    value, said, _ = self.taken(source.encode(), "a.svg")
                    self.assertEqual(said, "")
                    theirs = pixels(source.replace(path, same.get(path, path)), (file.name,))
                    apart = np.abs(pixels(svg(value, title="t")) - theirs).sum()
                    self.assertLess(apart, 0.25 * (255 - theirs).sum())
        _, said, _ = self.taken(
            document(f"<text>{asked[0][2]}</text><rect width='9' height='9'/>").encode(), "a.svg"
        )
        self.assertIn("text along missing paths (1)", said)

    def test_a_font_becomes_a_drawing_of_its_glyphs(self):
        value, said, row = self.taken(file_of("dancing-script-bold"), "script.woff")
        outlines = [value.items[i] for i in value.order]
        self.assertEqual(row.name, "Dancing Script Bold")
        self.assertTrue(all(isinstance(o, Outline) for o in outlines))
        self.assertIn("A Latin capital letter a", [o.name for o in outlines])
        self.assertEqual(said, "")
        em = 96.0
        (a,) = [o for o in outlines if o.name == "A Latin capital letter a"]
        glyphs = font_of("dancing-script-bold")
        top = glyphs["glyf"][glyphs.getBestCmap()[ord("A")]]
        box = item_box(value, a.id)
        self.assertAlmostEqual(box.height, (top.yMax - top.yMin) * em / 1_000, delta=0.5)

    def test_words_are_kept_and_read_again(self):
        made = set_in("source-serif-4-regular", "Reed")
        values = Lettering(text="Reed", font="source-serif-4-regular", font_name="S", shaped=made)
        row = make(self.user.pk, name="w", sheet=Sheet())
        command = {"kind": "add_text", "item": "w", "at": [20, 60], "lettering": write(values)}
        body = {"id": "c1c1c1c1", "version": 0, "command": command, "selection": ["w"]}
        address = f"/api/v1/drawings/{row.pk}/commands"
        sent = json.dumps(body)
        answer = self.client.post(address, sent, content_type="application/json")
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        store.forget_all()
        shown = self.client.get(f"/api/v1/drawings/{row.pk}").json()
        (words,) = [i for i in shown["repaint"]["items"] if i["type"] == "text"]
        self.assertEqual((words["words"]["text"], words["words"]["layout"]), ("Reed", "straight"))
        store.forget_all()
        row.refresh_from_db()
        self.assertEqual(store.value_of(row).items["w"].lettering, values)
