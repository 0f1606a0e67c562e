"""Fill an empty database with the demo's account and drawings."""

from django.contrib.auth import get_user_model
from django.core.management.base import BaseCommand

from studio.actions.drawings import make
from studio.actions.edit import edit
from studio.demo.drawings import DRAWINGS
from studio.models import Drawing
from studio.people import DEMO_NAME, DEMO_USER


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
        for draw in DRAWINGS:
            hand = draw()
            row = make(user.pk, name=hand.name, sheet=hand.sheet)
            for number, command in enumerate(hand.commands):
                edit(
                    user.pk,
                    row.pk,
                    command_id=f"demo-{row.pk}-{number:04}",
                    version=number,
                    command=command,
                )
        self.stdout.write(f"{len(DRAWINGS)} drawings of {DEMO_NAME} loaded.")
