"""Steps carry the names of items, which are in any language."""

from buildup.drawing.sheet import Sheet
from buildup.edits.apply import read_command
from django.contrib.auth import get_user_model
from django.test import TestCase

from drawings.models import Step
from drawings.services.edit import Known, edit
from drawings.services.lifecycle import make


class StepNamesTest(TestCase):
    """What a step is called is stored whole, or cut where it is too long."""

    def step(self, called):
        user = get_user_model().objects.create_user("mira")
        row = make(user.pk, name="Trial", sheet=Sheet(400, 300, "px"))
        drawn = {"kind": "draw_shape", "item": "p", "shape": "ellipse", "start": [0, 0]}
        for version, command in enumerate(
            (
                {**drawn, "to": [9, 9], "called": called},
                {"kind": "set_fill", "items": ["p"], "colour": "#FF0000"},
            )
        ):
            edit(
                user.pk,
                row.pk,
                command_id=f"edit-{version:06}",
                known=Known(version),
                command=read_command(command),
            )
        return Step.objects.latest("number").name

    def test_any_language(self):
        self.assertEqual(self.step("Office · 木"), "Change fill of Office · 木")

    def test_signs_beyond_the_first_plane(self):
        self.assertEqual(self.step("🎸 body"), "Change fill of 🎸 body")

    def test_a_long_name_is_cut(self):
        self.assertEqual(self.step("n" * 100)[:16], "Change fill of n")
