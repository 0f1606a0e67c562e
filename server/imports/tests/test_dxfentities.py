"""Hatches, text and colours of DXF files that ezdxf wrote, measured with shapely."""

import io
import math
import unittest

import ezdxf
import shapely
from buildup.errors import Refusal
from buildup.formats.svg.text.svgfonts import Spoken
from buildup.geometry.flattening import polyline
from ezdxf.enums import TextEntityAlignment

from core.tests.zoo import lettering
from imports.dxffile import read_dxf

MM = 96.0 / 25.4


def say(text, _wish):
    return Spoken(lettering("A").shaped, "zoo", "Zoo", exact=False) if "?" not in text else None


def read(draw, **more):
    document = ezdxf.new("R2010", units=4)
    draw(document.modelspace(), document)
    stream = io.StringIO()
    document.write(stream)
    found = read_dxf(stream.getvalue().encode(), more.get("say", say))
    return found, [i for i in found.clip.items if hasattr(i, "style")]


def area(item):
    rings = [shapely.Polygon([(p.real, p.imag) for p in polyline(c.segments, 0.01)])
             for c in item.contours]  # fmt: skip
    whole = rings[0]
    for ring in rings[1:]:
        whole = whole.symmetric_difference(ring)  # even and odd
    return whole.area / MM**2


def bordered(space, **how):
    hatch = space.add_hatch(**how)
    hatch.paths.add_polyline_path([(0, 0), (40, 0), (40, 20), (0, 20)], is_closed=True)
    return hatch


class HatchTest(unittest.TestCase):
    def test_an_area_with_a_hole_and_a_bulge(self):
        def draw(space, _):
            hatch = space.add_hatch(dxfattribs={"true_color": ezdxf.rgb2int((10, 200, 30))})
            corners = [(0, 0), (40, 0, 1.0), (40, 20), (0, 20)]
            hatch.paths.add_polyline_path(corners, is_closed=True)
            hatch.paths.add_edge_path(flags=16).add_arc((15, 10), 5, 0, 360)

        found, (item,) = read(draw)
        self.assertEqual((item.style.fill, item.style.strokes), ("#0AC81E", ()))
        expected = 40 * 20 + math.pi * 10**2 / 2 - math.pi * 5**2
        self.assertAlmostEqual(area(item), expected, delta=0.1)
        self.assertEqual(found.notes, ())

    def test_a_pattern_is_the_lines_that_it_is(self):
        def draw(space, _):
            bordered(space).set_pattern_fill("ANSI31", color=1, scale=1.0)

        _, (item,) = read(draw)
        self.assertEqual((item.style.fill, item.style.strokes[0].paint), (None, "#FF0000"))
        lines = [(c.anchors[0].at, c.anchors[-1].at) for c in item.contours]
        self.assertGreater(len(lines), 8)
        for start, end in lines:
            self.assertAlmostEqual(abs((end - start).real), abs((end - start).imag), places=6)
        self.assertAlmostEqual(found_size(lines), 40 * MM, delta=4 * MM)

    def test_one_that_is_too_dense_is_told(self):
        def draw(space, _):
            space.add_line((0, 0), (9, 9))
            bordered(space).set_pattern_fill("ANSI31", scale=0.002)

        found, items = read(draw)
        self.assertEqual((len(items), found.left), (1, (("hatches of more than 5,000 lines", 1),)))

    def test_gradients(self):
        cases = {"LINEAR": ("linear", 2), "CYLINDER": ("linear", 3), "SPHERICAL": ("radial", 2)}
        for name, (kind, count) in cases.items():

            def draw(space, _, name=name):
                hatch = bordered(space)
                hatch.set_gradient((255, 0, 0), (0, 0, 255), rotation=90, name=name)

            found, (item,) = read(draw)
            with self.subTest(name):
                fill = item.style.fill
                self.assertEqual((fill.kind, len(fill.stops)), (kind, count))
                (note,) = found.notes
                self.assertEqual((note.changed, note.items), (True, (item.id,)))
        _, (item,) = read(lambda s, _: bordered(s).set_gradient(rotation=90, name="LINEAR"))
        self.assertAlmostEqual(item.style.fill.place.across / MM, -20j)  # from below upwards

    def test_solids_are_filled(self):
        _, (item,) = read(lambda s, _: s.add_solid([(0, 0), (10, 0), (0, 10), (10, 10)]))
        self.assertEqual(item.style.fill, "#000000")
        self.assertAlmostEqual(area(item), 100.0)


def found_size(lines):
    xs = [p.real for line in lines for p in line]
    return max(xs) - min(xs)


class BinaryTest(unittest.TestCase):
    def test_the_binary_form_is_read_and_one_that_breaks_off_is_refused(self):
        for version in ("R12", "R2000", "R2018"):
            document = ezdxf.new(version, units=4)
            document.modelspace().add_circle((5, 5), 5)
            stream = io.BytesIO()
            document.write(stream, fmt="bin")
            with self.subTest(version):
                (_, circle) = read_dxf(stream.getvalue()).clip.items
                self.assertAlmostEqual(area(circle), 25 * math.pi, delta=0.1)
                with self.assertRaises(Refusal) as refused:
                    read_dxf(stream.getvalue()[:400])
                self.assertEqual(refused.exception.code, "not_dxf")


class TextTest(unittest.TestCase):
    def test_a_line_stands_where_it_stood_as_tall_as_it_was(self):
        def draw(space, _):
            space.add_line((0, 0), (100, 100))
            text = space.add_text("Reed", height=7, rotation=30, dxfattribs={"color": 3})
            text.set_placement((20, 40), align=TextEntityAlignment.MIDDLE_CENTER)

        found, (_, words) = read(draw)
        self.assertEqual((words.lettering.text, words.lettering.align), ("Reed", "middle"))
        self.assertAlmostEqual(words.lettering.size, 10 * MM)
        self.assertAlmostEqual(words.place.origin, (20 + 60j) * MM)
        self.assertAlmostEqual(words.place.across, complex(math.cos(math.pi / 6), -0.5))
        self.assertEqual(words.style.fill, "#00FF00")
        (note,) = found.notes
        self.assertEqual((note.kind, note.items), ("text (set in another font)", (words.id,)))

    def test_lines_below_each_other_and_attributes_of_blocks(self):
        def draw(space, document):
            space.add_mtext("Top\\PBelow", dxfattribs={"char_height": 7, "insert": (0, 50)})
            block = document.blocks.new("PART")
            block.add_line((0, 0), (10, 0))
            block.add_attdef("NAME", (0, 2), height=3)
            space.add_blockref("PART", (30, 0)).add_auto_attribs({"NAME": "Peg"})

        _, items = read(draw)
        said = {i.lettering.text: i for i in items if hasattr(i, "lettering")}
        self.assertEqual(set(said), {"Top\nBelow", "Peg"})
        top = said["Top\nBelow"]
        self.assertAlmostEqual(top.place.origin.imag - said["Peg"].place.origin.imag, -41 * MM)

    def test_text_without_a_font_is_left_out(self):
        def draw(space, _):
            space.add_line((0, 0), (9, 9))
            space.add_text("?", height=5)

        for found, items in (read(draw), read(draw, say=None)):
            self.assertEqual((len(items), found.left), (1, (("text", 1),)))
