"""Fill an empty database with the demo's account and drawings."""

from accounts.demoaccount import DEMO_NAME, DEMO_USER
from buildup.drawing.sheet import Guide
from buildup.edits.reference.references import AddReference
from buildup.edits.sheet.guides import AddGuide
from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand
from drawings.models import Drawing
from drawings.services.edit import Known, edit
from drawings.services.lifecycle import make
from drawings.services.pictures import keep
from library.builtin.hand import TEAL, Hand, pen
from references.imagefiles import checked

from demo.photograph import photograph
from demo.pieces import DRAWINGS


def trace(user_id: int) -> None:
    """A sheet set up for tracing: a reference, a guide along its middle, a rosette begun."""
    hand = Hand("Body to trace", 420, 594)
    row = make(user_id, name=hand.name, sheet=hand.sheet)
    kept = keep(row, checked(photograph()))
    pixels = (kept.width, kept.height)
    middle = Guide(id="middle", x=hand.sheet.width / 2, y=0.0, angle=90.0)
    hand.commands.append(
        AddReference(reference="body", picture=kept.pk, called="Body", pixels=pixels)
    )
    hand.commands.append(AddGuide(guide=middle))
    hand.shape("ellipse", "Sound hole", 210 + 336j, 94 + 94j, pen(1.2, stroke=TEAL))
    _draw(user_id, row.pk, hand)


def _draw(user_id: int, drawing_id: int, hand: Hand) -> None:
    for number, command in enumerate(hand.commands):
        edit(
            user_id,
            drawing_id,
            command_id=f"demo-{drawing_id}-{number:04}",
            known=Known(number),
            command=command,
        )


class Command(BaseCommand):
    """Loads the demo unless there are drawings already."""

    help = "Load the drawings of the invented workshop into an empty database."

    def handle(self, *args: object, **options: object) -> None:
        """Make the account and its drawings."""
        if Drawing.objects.exists():
            return
        user, made = get_user_model().objects.get_or_create(
            username=DEMO_USER, defaults={"first_name": DEMO_NAME}
        )
        if made:
            user.set_unusable_password()
            user.save()
        trace(user.pk)
        for draw in DRAWINGS:
            hand = draw()
            row = make(user.pk, name=hand.name, sheet=hand.sheet)
            _draw(user.pk, row.pk, hand)
        self.stdout.write(f"{len(DRAWINGS) + 1} drawings of {DEMO_NAME} loaded.")
