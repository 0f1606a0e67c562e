"""PDF/X-4, colours in inks, spots and overprint; read back by pikepdf and pypdfium2."""

import io
import unittest
from dataclasses import replace

import numpy as np
import pikepdf
from buildup.drawing.paint import (
    Finish,
    Gradient,
    PictureFill,
    Shadow,
    Stop,
    Stroke,
    Style,
    Swatched,
)
from buildup.drawing.sheet import Sheet, Swatch
from buildup.formats.formatsettings import PdfOut
from buildup.geometry.transforms import Affine
from PIL import Image, ImageCms
from references.selectors import ShownPicture

from core.tests.zoo import disc, drawing, leaf, plate
from exports import inkprofiles
from exports.formats import made
from exports.inkprofiles import printed
from exports.parcels import Job
from exports.pdfx import NAMESPACE
from exports.tests.test_exports import chequered, rendered

GOLD = Swatched("gold", "#D4A017")
SWATCHES = (
    Swatch(id="gold", name="Workshop gold", colour="#D4A017", spot=True),
    Swatch(id="teal", name="Teal", colour="#0C6B65"),
)
FADED = Gradient(stops=(Stop(0.0, "#C2410C"), Stop(1.0, "#0C6B65", 0.3)))
MEASURED = {
    (0.0, 0.0, 0.0, 0.0): (95.00, 0.00, -2.00),
    (0.0, 1.0, 0.0, 0.0): (48.00, 74.00, -3.00),
    (0.0, 0.4, 0.0, 0.0): (76.42, 25.78, -6.91),
    (0.1, 0.2, 0.0, 0.0): (82.84, 8.51, -9.42),
}
"""Inks and what was measured of them, CIE Lab (Fogra, characterization data FOGRA39L)."""


def everything(*, swatches=SWATCHES):
    """A drawing with all that has a colour: plain, spot, gradient, effect, picture, group."""
    items = (
        replace(plate(), style=Style(fill="#00FF00", fill_overprint=True)),
        replace(leaf(), style=Style(fill=GOLD, strokes=(Stroke("#000000", 3.0, overprint=True),))),
        replace(disc(), style=Style(fill=FADED, finish=Finish(0.8, "multiply"))),
        replace(
            disc(),
            id="shadowed",
            style=Style(fill="#0C6B65", finish=Finish(effects=(Shadow(by=6 + 8j, radius=3.0),))),
        ),
        replace(
            disc(),
            id="pictured",
            style=Style(
                fill=PictureFill(
                    picture=7,
                    width=60,
                    height=40,
                    place=Affine(60 + 0j, 40j, 20 + 20j),
                    boxed=False,
                )
            ),
        ),
    )
    value = drawing(*items)
    return replace(value, sheet=Sheet(400, 300, "px", colour="#FBF7EE", swatches=swatches))


def parcel(value, **settings):
    pictures = {7: ShownPicture(chequered("JPEG", "RGB"), "image/jpeg")}
    return made(Job("Trial", value, pictures=pictures), PdfOut(**settings))


def spaces_of(document):
    """The colour spaces of all objects and operators, by name."""
    found = set()
    for thing in document.objects:
        if not isinstance(thing, pikepdf.Dictionary | pikepdf.Stream):
            continue
        for key in ("/ColorSpace", "/CS"):
            space = thing.get(key)
            if isinstance(space, pikepdf.Name):
                found.add(str(space))
            elif isinstance(space, pikepdf.Array):
                found.add(str(space[0]))
        named = thing.get("/Resources", pikepdf.Dictionary()).get("/ColorSpace", {})
        found.update(str(space[0]) for space in named.values())
        content = isinstance(thing, pikepdf.Stream) and thing.get("/Subtype") == "/Form"
        for _, operator in pikepdf.parse_content_stream(thing) if content else ():
            found |= {"rg": {"/DeviceRGB"}, "RG": {"/DeviceRGB"}}.get(str(operator), set())
            found |= {"k": {"/DeviceCMYK"}, "K": {"/DeviceCMYK"}}.get(str(operator), set())
    return found


def states_of(document):
    """The overprint states that are there."""
    return [
        {str(k): v for k, v in state.items()}
        for thing in document.objects
        if isinstance(thing, pikepdf.Stream) and "/Resources" in thing
        for state in thing.Resources.get("/ExtGState", {}).values()
        if "/OPM" in state
    ]


class X4Test(unittest.TestCase):
    def document(self, **settings):
        made_of = parcel(everything(), **settings)
        return pikepdf.open(io.BytesIO(made_of.files[0].data)), made_of.messages

    def test_what_a_file_of_the_standard_may_not_be_without(self):
        """ISO 15930-7: version, output intent, identification, boxes, no encryption."""
        for colours in ("rgb", "cmyk"):
            document, _ = self.document(standard="x4", colours=colours, bleed=9.0, marks=True)
            self.assertEqual(document.pdf_version, "1.6")
            self.assertFalse(document.is_encrypted)
            (intent,) = document.Root.OutputIntents
            self.assertEqual(intent.S, "/GTS_PDFX")
            self.assertEqual(str(intent.OutputConditionIdentifier), "FOGRA39")
            profile = ImageCms.ImageCmsProfile(io.BytesIO(intent.DestOutputProfile.read_bytes()))
            self.assertEqual(profile.profile.device_class.strip(), "prtr")
            self.assertEqual(profile.profile.xcolor_space.strip(), "CMYK")
            meta = document.open_metadata()
            self.assertEqual(meta[f"{{{NAMESPACE}}}GTS_PDFXVersion"], "PDF/X-4")
            for name in ("xmp:CreateDate", "xmp:ModifyDate", "xmp:MetadataDate", "dc:title"):
                self.assertTrue(meta[name])
            self.assertEqual(meta["pdf:Trapped"], "False")
            self.assertEqual(document.docinfo["/Trapped"], "/False")
            self.assertEqual(len(document.trailer.ID), 2)
            (page,) = document.pages
            media, bleed, trim = (
                [float(v) for v in page.obj[k]] for k in ("/MediaBox", "/BleedBox", "/TrimBox")
            )
            self.assertTrue(media[0] < bleed[0] < trim[0] and trim[2] < bleed[2] < media[2])
            self.assertAlmostEqual(trim[2] - trim[0], 300.0)
            self.assertNotIn("/Annots", page.obj)
            self.assertEqual(document.check_pdf_syntax(), [])

    def test_no_colour_is_one_of_a_device_that_is_not_the_printing_condition(self):
        document, _ = self.document(standard="x4", marks=True)
        found = spaces_of(document)
        self.assertNotIn("/DeviceRGB", found)
        self.assertLessEqual({"/ICCBased", "/Separation"}, found)
        document, _ = self.document(standard="x4", colours="cmyk")
        self.assertTrue({"/DeviceRGB", "/ICCBased"}.isdisjoint(spaces_of(document)))
        document, _ = self.document()
        self.assertIn("/DeviceRGB", spaces_of(document))
        self.assertNotIn("/OutputIntents", document.Root)

    def test_it_looks_as_the_plain_one_does(self):
        """Shown by pypdfium2, which has the same sRGB; inks only where something is at all."""
        value = everything()
        plain = rendered(parcel(value).files[0].data, value, 200)
        exact = rendered(parcel(value, standard="x4").files[0].data, value, 200)
        self.assertLess(np.abs(plain - exact).mean(), 1.0)
        inked = rendered(parcel(value, standard="x4", colours="cmyk").files[0].data, value, 200)
        ground = plain[2, 2]
        drawn = np.abs(plain - ground).sum(2) > 60
        there = np.abs(inked - inked[2, 2]).sum(2) > 30
        self.assertGreater((drawn & there).sum() / drawn.sum(), 0.97)

    def test_a_spot_colour_is_an_ink_of_its_own(self):
        document, said = self.document(standard="x4", colours="cmyk")
        spots = [
            space
            for thing in document.objects
            if isinstance(thing, pikepdf.Stream) and "/Resources" in thing
            for space in thing.Resources.get("/ColorSpace", {}).values()
            if space[0] == "/Separation"
        ]
        self.assertEqual({str(s[1]) for s in spots}, {"/Workshop gold"})
        tint = spots[0][3]
        self.assertEqual([float(v) for v in tint.C0], [0.0] * 4)
        wanted = printed("#D4A017").inks
        for value, expected in zip(tint.C1, wanted, strict=True):
            self.assertAlmostEqual(float(value), expected, delta=1e-4)
        self.assertTrue(any("Spot colours: Workshop gold." in s for s in said))
        none = parcel(everything(swatches=SWATCHES[1:]), standard="x4")
        self.assertFalse(any("Spot" in s for s in none.messages))

    def test_a_spot_colour_in_a_gradient_is_said_to_be_none(self):
        gradient = Gradient(stops=(Stop(0.0, GOLD), Stop(1.0, "#FFFFFF")))
        value = drawing(replace(leaf(), style=Style(fill=gradient)))
        value = replace(value, sheet=replace(value.sheet, swatches=SWATCHES))
        self.assertIn(
            "gradients and effects are printed with process", "".join(parcel(value).messages)
        )

    def test_overprint_is_told_of_fills_and_strokes_apart(self):
        document, _ = self.document(standard="x4", colours="cmyk")
        states = states_of(document)
        self.assertIn({"/op": True, "/OPM": 1}, states)
        self.assertIn({"/OP": True, "/op": False, "/OPM": 1}, states)
        plain = drawing(leaf())
        data = parcel(plain).files[0].data
        self.assertEqual(states_of(pikepdf.open(io.BytesIO(data))), [])


class InksTest(unittest.TestCase):
    def test_the_profile_knows_what_was_measured(self):
        """Each patch through the profile, absolute, beside the characterization data."""
        flags = ImageCms.Flags.NONE
        profiles = (inkprofiles._profiles()[k] for k in ("CMYK", "LAB"))
        absolute = ImageCms.Intent.ABSOLUTE_COLORIMETRIC
        transform = ImageCms.buildTransform(*profiles, "CMYK", "LAB", absolute, flags)
        for inks, lab in MEASURED.items():
            patch = Image.new("CMYK", (1, 1), tuple(round(v * 255) for v in inks))
            light, a, b = ImageCms.applyTransform(patch, transform).tobytes()
            found = np.array([light / 2.55, *(v - 256 if v > 127 else v for v in (a, b))])
            self.assertLess(np.linalg.norm(found - np.array(lab)), 2.5, inks)

    def test_black_is_black_ink_and_white_is_none(self):
        self.assertEqual(printed("#000000").inks, (0.0, 0.0, 0.0, 1.0))
        self.assertEqual(printed("#FFFFFF").inks, (0.0, 0.0, 0.0, 0.0))

    def test_what_no_ink_prints_is_said(self):
        self.assertGreater(printed("#00FF00").away, 20.0)
        self.assertLess(printed("#0C6B65").away, 5.0)
        value = drawing(replace(leaf(), style=Style(fill="#00FF00", strokes=())))
        (said,) = [s for s in parcel(value, colours="cmyk").messages if "converted" in s]
        self.assertIn("1 prints visibly different, #00FF00 most", said)

    def test_pictures_come_in_the_inks_as_well(self):
        data = parcel(everything(), colours="cmyk").files[0].data
        with pikepdf.open(io.BytesIO(data)) as document:
            pictures = [
                o
                for o in document.objects
                if isinstance(o, pikepdf.Stream) and o.get("/Subtype") == "/Image"
            ]
            shown = [p for p in pictures if p.ColorSpace == "/DeviceCMYK"]
            (picture,) = [p for p in shown if (int(p.Width), int(p.Height)) == (60, 40)]
            self.assertEqual(len(picture.read_bytes()), 60 * 40 * 4)
            self.assertTrue(all(p.ColorSpace != "/DeviceRGB" for p in pictures))
