"""SVG files as new drawings: those that were sent out here, and those of other programs."""

import io
from dataclasses import replace
from unittest import mock
from urllib.parse import quote

import ezdxf
import numpy as np
import shapely
from buildup.drawing.clips import read_clip
from buildup.drawing.paint import Finish, Gradient, PictureFill, Shadow, Stop, Style
from buildup.drawing.sheet import Sheet
from buildup.errors import Refusal
from buildup.formats.formatsettings import DxfOut, PdfOut
from buildup.formats.incoming import Incoming, whole_clip, with_pictures
from buildup.formats.scene import pieces, scene
from buildup.formats.svg.livesvg import live_metadata
from buildup.formats.svg.svgwrite import svg
from buildup.geometry.flattening import polyline
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase
from drawings import store
from drawings.models import Drawing
from exports.dxf import dxf
from exports.parcels import Job
from exports.pdf import pdf
from exports.raster import rendered
from references.selectors import addresses, shown_pictures

from core.tests.edits.test_library import done
from core.tests.formats.test_embedded import written
from core.tests.formats.test_svgfiles import document
from core.tests.formats.test_svglooks import address_of
from core.tests.zoo import drawing, full, leaf, plate, wire
from imports import travelling
from imports.files import read_file
from imports.tests.test_pdfpages import Document as PdfMade


class IncomingTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(self.user)

    def take_in(self, text, name="A file.svg"):
        data = text if isinstance(text, bytes) else text.encode()
        address = f"/api/v1/imports?name={quote(name)}"
        return self.client.post(address, data, content_type="application/octet-stream")

    def value(self, answer):
        store.forget_all()
        row = Drawing.objects.get(pk=answer.json()["cards"][0]["id"])
        return row, store.value_of(row)

    def test_what_was_sent_out_complete_comes_back_as_it_was(self):
        before = full()
        live = live_metadata(before, None)
        sent = svg(before, title="Täg", metadata=live, pictures={1: address_of(written("PNG"))})
        row, value = self.value(self.take_in(sent))
        self.assertEqual(row.name, "Täg")
        (number,) = value.pictures
        facts = PictureFill(picture=number, width=40, height=30)
        known = with_pictures(Incoming(whole_clip(before), 0j, "px", "", before, ()), {1: facts})
        self.assertEqual((dict(value.items), value.tree), (dict(known.live.items), before.tree))
        self.assertEqual(value.sheet, replace(before.sheet, references=()))
        shown = self.client.get(f"/api/v1/drawings/{row.pk}").json()
        self.assertEqual(len(shown["places"]), len(before.items))

    def test_of_another_program_sheet_items_and_what_was_left_out(self):
        text = document(
            "<rect width='50' height='40' fill='teal'/><text font-family='Nobody'>Reed</text>"
        )
        answer = self.take_in(text.replace('width="200" height="200"', 'width="50mm"'))
        self.assertEqual(answer.json()["message"], "Not imported: text in missing fonts (1).")
        row, value = self.value(answer)
        self.assertEqual((row.name, value.sheet.unit), ("A file", "mm"))
        self.assertAlmostEqual(value.sheet.width, 50 / 25.4 * 96)
        (item,) = (value.items[i] for i in value.order)
        self.assertAlmostEqual(item.frame.width, value.sheet.width / 2)

    def test_outlines_are_simplified_where_that_is_asked_for(self):
        ring = " ".join(
            f"{100 + 90 * np.cos(a):.3f},{100 + 90 * np.sin(a):.3f}"
            for a in np.linspace(0.0, 6.28, 3_000)
        )
        text = document(f"<path d='M{ring}z'/>")
        asked = self.client.post(
            "/api/v1/queries/file-anchors?name=ring.svg", text, content_type="image/svg+xml"
        ).json()
        self.assertEqual((asked["most"], asked["longest"]), (400_000, 100_000))
        self.assertEqual(asked["counts"][0]["anchors"], 3_000)
        chosen = asked["counts"][4]
        query = f"?name=ring.svg&tolerance={chosen['tolerance']}"
        answer = self.client.post(f"/api/v1/imports{query}", text, content_type="image/svg+xml")
        _, value = self.value(answer)
        (item,) = (value.items[i] for i in value.order)
        self.assertEqual(len(item.contours[0].anchors), chosen["anchors"])
        self.assertLess(chosen["anchors"], 100)
        found = self.client.post(
            f"/api/v1/queries/file-items{query}", text, content_type="image/svg+xml"
        )
        (pasted,) = read_clip(found.json()["clip"]).items
        self.assertEqual(pasted.contours, item.contours)
        wrong = self.client.post(
            "/api/v1/imports?name=a.svg&tolerance=nan", text, content_type="image/svg+xml"
        )
        self.assertEqual(wrong.status_code, 422)

    def test_a_dxf_is_simplified_as_well(self):
        made = ezdxf.new(units=ezdxf.units.MM)
        made.modelspace().add_lwpolyline(
            [(50 * np.cos(a), 50 * np.sin(a)) for a in np.linspace(0.0, 6.0, 2_000)]
        )
        out = io.StringIO()
        made.write(out)
        counts = self.client.post(
            "/api/v1/queries/file-anchors?name=arc.dxf",
            out.getvalue(),
            content_type="application/octet-stream",
        ).json()["counts"]
        self.assertEqual(counts[0]["anchors"], 2_000)
        self.assertLess(counts[3]["anchors"], 200)

    def test_broken_huge_and_hostile_files_make_nothing(self):
        bomb = '<!DOCTYPE s [<!ENTITY a "aa"><!ENTITY b "&a;&a;">]>' + document("<g>&b;</g>")
        doubling = "<g id='g0'><path d='M0 0H9V9z'/></g>" + "".join(
            f"<g id='g{k}'>{f'<use href=%sg{k - 1}%s/>' * 10}</g>" % (("'#", "'") * 10)
            for k in range(1, 9)
        )
        for text, code in (
            ("", "not_svg"),
            ("no file", "not_svg"),
            (document("<g>")[:-6], "not_svg"),
            (bomb, "entities"),
            (document("<path d='M0 0H1'/>" * 100_000), "too_much"),
            (document(doubling), "too_much"),
            (document("<g>" * 3_000 + "</g>" * 3_000), "too_much"),
            (document("<script>alert(1)</script>"), "nothing_drawn"),
            (document("<path d='M0 0H1e300'/>"), "too_far"),
            (
                document(
                    "<metadata><drawing xmlns='urn:build-up-curve:drawing'>{</drawing></metadata>"
                ),
                "bad_data",
            ),
        ):
            with self.subTest(text[:60]):
                answer = self.take_in(text)
                self.assertEqual((answer.status_code, answer.json()["code"]), (422, code))
        self.assertEqual(Drawing.objects.count(), 0)

    def dxf(self, draw, version="R2010", units=4):
        document = ezdxf.new(version, units=units)
        draw(document)
        stream = io.StringIO()
        document.write(stream)
        return stream.getvalue().encode()

    def test_dxf_of_every_kind_of_line_in_its_size(self):
        def draw(document):
            space = document.modelspace()
            document.layers.add("Holes", color=1)
            space.add_line((0, 0), (100, 0))
            space.add_arc((50, 0), 20, 0, 180, dxfattribs={"layer": "Holes"})
            space.add_circle((50, 50), 10, dxfattribs={"layer": "Holes", "color": 5})
            space.add_ellipse((50, 50), (30, 0), 0.5)
            space.add_lwpolyline([(0, 0, 1), (10, 0, 0)], format="xyb", close=True)
            space.add_polyline2d([(0, 80), (20, 90), (40, 80)])
            space.add_open_spline([(0, 0), (10, 30), (60, 30), (100, 60)])
            space.add_point((5, 5))
            block = document.blocks.new("HOLE")
            block.add_circle((0, 0), 2)
            space.add_blockref("HOLE", (80, 80))

        answer = self.take_in(self.dxf(draw), "body.dxf")
        self.assertEqual(answer.json()["message"], "Not imported: points (1).")
        row, value = self.value(answer)
        self.assertEqual(row.name, "body")
        mm = 96 / 25.4
        self.assertAlmostEqual(value.sheet.width, 100 * mm)
        drawn = [value.items[i] for i in value.order]
        self.assertEqual(len(drawn), 8)
        round_one = next(i for i in drawn if i.style.strokes[0].paint == "#0000FF")
        positions = [p for s in round_one.contours[0].segments for p in s[:1]]
        middle = sum(positions) / len(positions)
        top = 90 - 50  # from the top of what is drawn
        self.assertAlmostEqual(middle / mm, 50 + top * 1j)
        self.assertTrue(round_one.contours[0].closed)
        names = [value.items[i].name for i in value.tree.children("layer-1")]
        self.assertEqual(names, ["0", "Holes"])

    def test_dxf_that_we_sent_comes_back_on_the_same_curves(self):
        before = full()
        (file,) = dxf(Job("x", before), DxfOut()).files
        _, value = self.value(self.take_in(file.data, "x.dxf"))

        left, top, *_ = lines(before).bounds
        mine, theirs = lines(before, by=-complex(left, top)), lines(value)
        self.assertEqual(len(mine.geoms), len(theirs.geoms))
        self.assertLess(mine.hausdorff_distance(theirs), 0.05)

    def test_what_is_too_long_on_its_way_is_refused_in_words_of_a_file(self):
        path = b"<svg xmlns='http://www.w3.org/2000/svg'><path d='M0 0H9V9z'/></svg>"
        with (
            mock.patch.object(travelling, "LONGEST_READ", 100),
            self.assertRaises(Refusal) as refused,
        ):
            read_file(self.user.pk, "many.svg", path)
        self.assertEqual(refused.exception.code, "too_much")
        self.assertIn("That file needs too much", refused.exception.sentence)

    def test_other_versions_and_inches_are_read_broken_ones_are_refused(self):
        def line(document):
            document.modelspace().add_line((0, 0), (1, 0))
            document.modelspace().add_circle((0, 0), 1)

        for version in ("R12", "R2000", "R2018"):
            self.assertEqual(self.take_in(self.dxf(line, version), "a.dxf").status_code, 201)
        _, value = self.value(self.take_in(self.dxf(line, units=1), "a.dxf"))
        self.assertAlmostEqual(value.sheet.height, 2 * 96, places=3)
        count = Drawing.objects.count()
        whole = self.dxf(line)
        for data, code in (
            (b"", "not_dxf"),
            (b"hello", "not_dxf"),
            (b"\x00" * 5_000, "not_dxf"),
            (self.dxf(lambda d: d.modelspace().add_point((0, 0))), "nothing_drawn"),
            (
                self.dxf(lambda d: [d.modelspace().add_point((k, 0)) for k in range(20_500)]),
                "too_much",
            ),
        ):
            answer = self.take_in(data, "a.dxf")
            self.assertEqual((answer.status_code, answer.json()["code"]), (422, code))
        for cut in range(200, len(whole), len(whole) // 12):
            self.assertIn(self.take_in(whole[:cut], "a.dxf").status_code, (201, 422))
        strange = self.take_in(b"PK", "a.odg")
        self.assertEqual(strange.json()["code"], "unknown_file")
        self.assertLess(Drawing.objects.count(), count + 13)

    def test_the_items_of_a_file_can_be_had_for_the_open_drawing(self):
        address = "/api/v1/queries/file-items?name=a.svg"
        told = self.client.post(address, document("<circle r='9'/>"), content_type="text/plain")
        self.assertIn('"shape":"ellipse"', told.json()["clip"].replace(" ", ""))

    def test_the_paths_of_a_page_come_in_as_they_were_sent(self):
        square = replace(plate("b"), style=Style(fill="#E7D8BF", fill_opacity=0.5))
        before = replace(drawing(square, leaf(), wire()), sheet=Sheet(400, 300, "px", None))
        before = done(before, kind="move_items", items=["b", "leaf", "open"], by=[120, 120])
        (file,) = pdf([Job("x", before)], PdfOut()).files
        answer = self.take_in(file.data, "Page.pdf")
        row, value = self.value(answer)
        self.assertEqual((row.name, answer.json()["message"]), ("Page", ""))
        self.assertAlmostEqual(value.sheet.width, 400, places=3)
        self.assertLess(lines(before).hausdorff_distance(lines(value)), 0.02)
        first = value.items[value.order[0]]
        self.assertEqual(first.style.fill, "#E7D8BF")
        self.assertAlmostEqual(first.style.fill_opacity, 0.5, delta=0.01)
        widths = {round(value.items[i].style.strokes[-1].width, 3) for i in value.order}
        self.assertIn(leaf().style.strokes[0].width, widths)

    def test_every_page_of_a_pdf_becomes_a_drawing(self):
        blank = replace(drawing(), sheet=Sheet(400, 300, "px", None))
        large = replace(drawing(wire(), plate()), sheet=Sheet(500, 300, "px", None))
        small = replace(drawing(leaf()), sheet=Sheet(200, 100, "px", None))
        sent = pdf([Job(n, v) for n, v in (("a", large), ("b", blank), ("c", small))], PdfOut())
        answer = self.take_in(sent.files[0].data, "Pieces.pdf").json()
        self.assertEqual([c["name"] for c in answer["cards"]], ["Pieces, page 1", "Pieces, page 2"])
        self.assertIn("2 drawings were created", answer["message"])
        self.assertIn("pages without content (1)", answer["message"])
        for card, before in zip(answer["cards"], (large, small), strict=True):
            value = store.value_of(Drawing.objects.get(pk=card["id"]))
            self.assertAlmostEqual(value.sheet.width, before.sheet.width, places=3)
            self.assertLess(lines(before).hausdorff_distance(lines(value)), 0.02)
        told = self.client.post(
            "/api/v1/queries/file-items?name=a.pdf",
            sent.files[0].data,
            content_type="application/octet-stream",
        )
        self.assertIn("the other pages (1)", told.json()["more"])

    def test_what_was_exported_as_pdf_comes_back_as_it_looks(self):
        shadow = Style(fill="#0C6B65", finish=Finish(0.8, "multiply", (Shadow(radius=3.0),)))
        styles = (Style(fill=Gradient(stops=(Stop(0.0, "#C2410C"), Stop(1.0, "#1B2924")))), shadow)
        items = [replace(leaf(f"i{n}", by=160j * n), style=s) for n, s in enumerate(styles)]
        before = replace(drawing(plate("b"), *items), sheet=Sheet(400, 400, "px", None))
        (file,) = pdf([Job("x", before)], PdfOut()).files
        _, value = self.value(self.take_in(file.data, "Page.pdf"))
        self.assertEqual(len(value.pictures), 1)  # the shadow
        shown = addresses(shown_pictures(self.user.pk, value.pictures))
        seen = [rendered(svg(v, title="", pixels=(400, 400), pictures=shown), ground="#ffffff")
                for v in (before, value)]  # fmt: skip
        one, other = (np.asarray(p.convert("RGB"), dtype=np.int16) for p in seen)
        self.assertLess((np.abs(one - other).max(axis=2) >= 40).mean(), 0.006)

    def test_text_whose_font_is_not_in_the_file_is_text_here(self):
        font = {"Type": "/Font", "Subtype": "/Type1", "BaseFont": "/Times-Bold"}
        content = "BT 1 0 0 rg /F 20 Tf 10 80 Td (Hollowreed) Tj ET"
        data = PdfMade().page(content, {"Font": {"F": font}}).data
        _, value = self.value(self.take_in(data, "Tag.pdf"))
        (words,) = (value.items[i] for i in value.painted_in())
        self.assertEqual((words.lettering.text, words.style.fill), ("Hollowreed", "#FF0000"))
        self.assertAlmostEqual(words.lettering.size, 20 * 96 / 72, places=3)
        self.assertAlmostEqual(words.place(0j), (10 + 40j) * 96 / 72, places=3)

    def test_pages_without_content_or_broken_ones_are_refused(self):
        before = replace(drawing(), sheet=Sheet(400, 300, "px", None))
        (file,) = pdf([Job("x", before)], PdfOut()).files
        for data, code in (
            (b"", "not_pdf"),
            (b"%PDF-1.7 nothing more", "not_pdf"),
            (file.data, "nothing_drawn"),
        ):
            answer = self.take_in(data, "a.pdf")
            self.assertEqual((answer.status_code, answer.json()["code"]), (422, code))


def lines(value, by=0j):
    """All that is drawn, as lines, moved by a vector."""
    return shapely.MultiLineString(
        [
            [((p + by).real, (p + by).imag) for p in polyline(c.segments, 0.01)]
            for piece in pieces(scene(value))
            for c in piece.form.contours
            if c.segments
        ]
    )
