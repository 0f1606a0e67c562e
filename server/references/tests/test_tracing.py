"""Traced areas of pictures that the tests draw themselves, and outlines matched with them."""

import io
import json
import math

import numpy as np
from buildup.errors import Refusal
from buildup.forms.matching.tracedarea import fitted_traced_area
from buildup.geometry.areas import area_of
from buildup.geometry.bezier import point_at
from demo.management.commands.load_demo import trace
from demo.photograph import photograph
from django.contrib.auth import get_user_model
from django.test import SimpleTestCase, TestCase
from drawings import store
from drawings.models import Drawing
from PIL import Image, ImageDraw, ImageFilter

from references.tracing import traced_area

SIZE = 120
FINE = 8
"""Pixels are the means of so many by so many."""


def disc(radius, at, *, soft=0.0, noise=0.0, hole=0.0):
    """A picture of a disc at a place, in pixels, with a hole of another colour."""
    picture = Image.new("RGB", (SIZE * FINE, SIZE * FINE), (226, 220, 210))
    pen = ImageDraw.Draw(picture)
    for r, colour in ((radius, (150, 90, 60)), (hole, (40, 40, 60))):
        if r:
            box = [at.real - r, at.imag - r, at.real + r, at.imag + r]
            pen.ellipse([v * FINE - (n > 1) for n, v in enumerate(box)], fill=colour)
    picture = picture.resize((SIZE, SIZE), Image.Resampling.BOX)
    picture = picture.filter(ImageFilter.GaussianBlur(soft)) if soft else picture
    grain = np.random.default_rng(1).normal(0, noise, (SIZE, SIZE, 3)) if noise else 0
    return Image.fromarray(np.clip(np.asarray(picture, float) + grain, 0, 255).astype("uint8"))


class EdgeTest(SimpleTestCase):
    def found(self, picture, *places, tolerance=18.0, holes=True):
        seeds = [p / SIZE for p in places]
        return traced_area(picture, seeds, tolerance=tolerance, holes=holes)

    def test_edges_lie_within_half_a_pixel_of_the_truth(self):
        """Discs of known place and radius, sharp, soft and noisy."""
        for radius, at, more in (
            (40, 60 + 60j, {}),
            (40, 60.3 + 59.6j, {}),
            (40, 60 + 60j, {"soft": 1.6}),
            (25, 60 + 60j, {"soft": 2.0}),
            (40, 60 + 60j, {"soft": 1.0, "noise": 6}),
            (6, 60 + 60j, {"soft": 1.0}),
        ):
            with self.subTest(radius=radius, at=at, **more):
                (loop,) = self.found(disc(radius, at, **more), at).loops
                away = [abs(p * SIZE - at) - radius for p in loop]
                self.assertLess(max(map(abs, away)), 0.5)
                form = fitted_traced_area([loop], pixel=1 / SIZE, ratio=1.0)
                points = [complex(*p) for p in (*form.paths[0], form.paths[0][0])]
                curves = [tuple(points[k : k + 4]) for k in range(0, len(points) - 1, 3)]
                area = abs(area_of(curves)) * SIZE**2
                self.assertLess(abs(area - math.pi * radius**2), 0.5 * 2 * math.pi * radius)
                for curve in curves:
                    for t in (0.25, 0.5, 0.75):
                        far = abs(point_at(curve, t) * SIZE - at) - radius
                        self.assertLess(abs(far), 0.7)

    def test_holes_are_kept_by_choice_and_places_add_up(self):
        picture = disc(40, 60 + 60j, hole=15)
        edge = 85 + 60j
        self.assertEqual(len(self.found(picture, edge).loops), 2)
        self.assertEqual(len(self.found(picture, edge, holes=False).loops), 1)
        both = self.found(picture, edge, 60 + 60j)
        self.assertEqual(len(both.loops), 1)
        self.assertEqual(both.colour, "#28283C")
        self.assertAlmostEqual(both.pixel, 1 / SIZE)

    def test_bad_pictures_and_places_are_said(self):
        plain = Image.new("RGB", (50, 40), (9, 9, 9))
        dot = Image.new("RGB", (50, 40), (250, 250, 250))
        dot.putpixel((20, 20), (0, 0, 0))
        noise = Image.fromarray(
            np.random.default_rng(2).integers(0, 255, (40, 50, 3), dtype=np.uint8)
        )
        for picture, seed, code in (
            (plain, 0.5 + 0.5j, "whole_picture"),
            (dot, complex(20.5 / 50, 20.5 / 40), "whole_picture"),
            (noise, 0.5 + 0.5j, "no_form"),
            (plain, 1.5 + 0.5j, "outside_picture"),
        ):
            with self.assertRaises(Refusal) as refused:
                traced_area(picture, [seed], tolerance=10.0, holes=True)
            self.assertEqual(refused.exception.code, code)
        clear = Image.new("RGBA", (50, 40), (0, 0, 0, 0))
        clear.paste((200, 0, 0, 255), (10, 10, 40, 30))
        (loop,) = traced_area(clear, [0.5 + 0.5j], tolerance=10.0, holes=True).loops
        across = [p.real * 50 for p in loop]
        self.assertAlmostEqual(max(across) - min(across), 30, delta=0.5)


class MatchTest(TestCase):
    """On the demo's reference: the form is found, an outline proposed for it, and measured."""

    def setUp(self):
        store.forget_all()
        user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.client.force_login(user)
        trace(user.pk)
        self.row = Drawing.objects.get()

    def post(self, path, **body):
        path = f"/api/v1/drawings/{self.row.pk}/{path}"
        return self.client.post(path, json.dumps(body), content_type="application/json")

    def send(self, **command):
        self.row.refresh_from_db()
        body = {
            "command": command,
            "version": self.row.version,
            "id": f"edit-{self.row.version:05}",
        }
        answer = self.post("commands", **body)
        self.assertEqual(answer.status_code, 200, answer.content[:300])
        return answer.json()

    def found(self, at=None, **more):
        store.forget_all()
        (reference,) = store.value_of(self.row).sheet.references
        at = at or [reference.x, reference.y + reference.height * 0.2]
        return self.post("queries/traced-area", reference="body", places=[at], **more)

    def test_a_dozen_anchors_match_the_body_above_98_5_per_cent(self):
        values = self.found(holes=False).json()
        self.assertEqual(values["colour"], "#C4A076")
        self.send(kind="set_traced_area", reference="body", traced_area=values["traced_area"])
        width = store.value_of(self.row).sheet.references[0].width
        pixel = values["traced_area"]["pixel"] * width
        self.assertAlmostEqual(pixel, width / 210, delta=1e-9)
        self.send(kind="trace_outline", item="top", reference="body", tolerance=2.2 * pixel)
        store.forget_all()
        self.row.refresh_from_db()
        (contour,) = store.value_of(self.row).items["top"].contours
        self.assertLessEqual(len(contour.anchors), 12)
        match = self.post("queries/match", items=["top"], reference="body").json()
        self.assertGreater(match["overlap"], 0.985)
        self.assertLess(match["mean"], pixel / 2)
        self.assertLess(match["largest"], 2.2 * pixel)
        self.assertAlmostEqual(match["pixel"], pixel)

        away = {"kind": "move_items", "items": ["top"], "by": [20 * pixel, 0]}
        moved = self.post("queries/match", items=["top"], reference="body", command=away).json()
        self.assertLess(moved["overlap"], 0.8)
        self.assertTrue(moved["beyond"].startswith("M") and moved["missing"].startswith("M"))
        anchors = [["top", 0, k] for k in range(len(contour.anchors))]
        low = max(range(len(anchors)), key=lambda k: contour.anchors[k].at.imag)
        nudge = {"kind": "move_anchors", "anchors": [anchors[low]], "by": [3 * pixel, 2 * pixel]}
        self.send(**nudge)
        worse = self.post("queries/match", items=["top"], reference="body").json()
        settle = {"kind": "fit_to_reference", "anchors": [anchors[low]], "reference": "body"}
        self.row.refresh_from_db()
        before = store.value_of(self.row).items["top"].contours[0].anchors
        self.send(**settle, reach=5 * pixel)
        store.forget_all()
        self.row.refresh_from_db()
        after = store.value_of(self.row).items["top"].contours[0].anchors
        self.assertLessEqual(abs(after[low].at - before[low].at), 5 * pixel)
        self.assertEqual([a.kind for a in after], [a.kind for a in before])
        others = [k for k in range(len(after)) if k != low]
        self.assertEqual([after[k] for k in others], [before[k] for k in others])
        better = self.post("queries/match", items=["top"], reference="body").json()
        self.assertLess(worse["overlap"], match["overlap"] - 0.002)
        self.assertGreater(better["overlap"], worse["overlap"] + 0.002)

    def test_what_cannot_be_found_or_matched_is_said(self):
        self.assertEqual(self.found(at=[-900, 0]).json()["code"], "outside_picture")
        self.assertEqual(self.found(tolerance=0).status_code, 422)
        items = {"items": ["sound-hole"], "reference": "body"}
        self.assertEqual(self.post("queries/match", **items).json()["code"], "no_traced_area")
        gone = self.post("queries/match", **items | {"reference": "gone"})
        self.assertEqual(gone.json()["code"], "unknown_reference")
        other = get_user_model().objects.create_user("tom", password="reed-and-spruce")
        self.client.force_login(other)
        self.assertEqual(self.post("queries/match", **items).status_code, 404)

    def test_large_pictures_are_made_smaller_first(self):
        picture = Image.open(io.BytesIO(photograph())).resize((2100, 2800))
        found = traced_area(picture, [0.5 + 0.7j], tolerance=20.0, holes=False)
        self.assertGreater(found.pixel, 1 / 2100)
        self.assertEqual(len(found.loops), 1)
