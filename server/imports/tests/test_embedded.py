"""Pictures in files: kept, counted, of one person; what cannot be kept; until they are purged."""

from urllib.parse import quote

from buildup.drawing.clips import clip_of
from buildup.drawing.paint import PICTURE_COLOUR
from buildup.edits.apply import read_command
from buildup.errors import Refusal
from buildup.formats.incoming import LOST
from django.contrib.auth import get_user_model
from django.test import TransactionTestCase, override_settings
from drawings import store
from drawings.models import Drawing, PictureUse
from drawings.services.edit import edit
from drawings.services.lifecycle import delete, duplicate, make
from drawings.services.purging import delete_for_good
from drawings.services.thumbnails import thumbnail
from references.models import Picture

from core.tests.formats.test_embedded import written
from core.tests.formats.test_svgfiles import document
from core.tests.formats.test_svglooks import address_of
from imports.services import take_in

PHOTO = f'<image href="{address_of(written("PNG"))}" x="10" y="10" width="80" height="60"/>'
DISC = "<circle r='9'/>"


class EmbeddedTest(TransactionTestCase):
    def setUp(self):
        store.forget_all()
        self.user = get_user_model().objects.create_user("mira", password="reed-and-spruce")
        self.other = get_user_model().objects.create_user("tam", password="reed-and-spruce")
        self.client.force_login(self.user)

    def board(self, text, drawing=None):
        where = "" if drawing is None else f"&drawing={drawing.pk}"
        address = f"/api/v1/queries/file-items?name={quote('A.svg')}{where}"
        data = document(text).encode()
        return self.client.post(address, data, content_type="application/octet-stream")

    def place(self, user, row, picture, command_id):
        command = {
            "kind": "place_picture", "item": command_id, "picture": picture, "called": "P",
            "pixels": [40, 30],
        }  # fmt: skip
        return edit(
            user.pk, row.pk, command_id=command_id, known=None, command=read_command(command)
        )

    def test_a_new_drawing_keeps_the_pictures_it_shows(self):
        (row,) = take_in(self.user.pk, name="A.svg", data=document(PHOTO).encode()).rows
        picture = Picture.objects.get()
        self.assertEqual((picture.owner, picture.width, picture.mime), (self.user, 40, "image/png"))
        self.assertEqual(store.value_of(row).pictures, {picture.pk})
        self.assertEqual(PictureUse.objects.get().drawing, row)
        copy = duplicate(self.user.pk, row.pk)
        self.assertEqual(PictureUse.objects.filter(drawing=copy).count(), 1)
        shown, _ = thumbnail(self.user.pk, row.pk)
        picture.width, picture.height = 30_000, 30_000  # too large for a card
        picture.save()
        row.refresh_from_db()
        row.card.delete()
        self.assertNotEqual(thumbnail(self.user.pk, row.pk)[0], shown)

    def test_on_the_board_they_are_kept_for_the_drawing_that_is_named(self):
        row = make(self.user.pk, name="T", sheet=store.Sheet())
        answer = self.board(PHOTO, row)
        self.assertEqual(answer.status_code, 200)
        self.assertIn(
            f'"picture": {Picture.objects.get().pk}'.replace(" ", ""), answer.json()["clip"]
        )
        self.assertEqual(PictureUse.objects.get().drawing, row)
        without = self.board(PHOTO).json()
        self.assertIn(PICTURE_COLOUR, without["clip"])
        (note,) = without["notes"]
        self.assertEqual((note["kind"], note["changed"], note["items"]), (LOST, True, [1]))
        theirs = make(self.other.pk, name="T", sheet=store.Sheet())
        self.assertEqual(self.board(PHOTO, theirs).status_code, 404)
        self.assertEqual(Picture.objects.count(), 1)

    def test_a_picture_that_is_none_is_told_and_shows_grey(self):
        broken = address_of(written("PNG")[:60])
        found = self.board(f'{DISC}<image href="{broken}" width="9" height="9"/>').json()
        self.assertIn("pictures that cannot be read", found["message"])
        self.assertIn(PICTURE_COLOUR, found["clip"])

    @override_settings(MOST_BYTES=10)
    def test_a_full_storage_keeps_none_of_it(self):
        with self.assertRaises(Refusal):
            take_in(self.user.pk, name="A.svg", data=document(PHOTO).encode())
        self.assertEqual((Drawing.objects.count(), Picture.objects.count()), (0, 0))

    def test_somebody_elses_cannot_be_shown(self):
        take_in(self.other.pk, name="A.svg", data=document(PHOTO).encode())
        row = make(self.user.pk, name="T", sheet=store.Sheet())
        with self.assertRaises(Refusal) as refused:
            self.place(self.user, row, Picture.objects.get().pk, "one")
        self.assertEqual(refused.exception.code, "unknown_picture")

    def test_they_go_with_the_last_drawing_unless_the_shelf_has_them(self):
        (row,) = take_in(self.user.pk, name="A.svg", data=document(PHOTO).encode()).rows
        number = Picture.objects.get().pk
        second = make(self.user.pk, name="T", sheet=store.Sheet())
        self.place(self.user, second, number, "two")
        self.place(self.user, second, number, "three")
        self.assertEqual(PictureUse.objects.filter(drawing=second).count(), 1)
        (item,) = store.value_of(row).painted_in()
        kept = self.client.post(
            "/api/v1/library/outlines",
            {"clip": clip_of(store.value_of(row), [item]).text(), "tray": "Mine", "name": "P"},
            content_type="application/json",
        )
        self.assertEqual(kept.status_code, 201, kept.content)
        shown = self.client.get(f"/api/v1/library/{kept.json()['id']}/picture.svg").content
        self.assertIn(b"data:image/png", shown)
        for drawing in (second, row):
            delete(self.user.pk, drawing.pk)
            delete_for_good(self.user.pk, drawing.pk)
            self.assertEqual(Picture.objects.count(), 1)
        (again,) = take_in(self.user.pk, name="B.svg", data=document(PHOTO).encode()).rows
        delete(self.user.pk, again.pk)
        delete_for_good(self.user.pk, again.pk)
        self.assertEqual(list(Picture.objects.values_list("pk", flat=True)), [number])
