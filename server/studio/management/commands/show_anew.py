"""Make what is derived from the items anew, after its form has changed."""

from django.core.management.base import BaseCommand

from studio import store
from studio.actions.turns import in_turn
from studio.models import Drawing


@in_turn
def shown_anew(drawing_id: int) -> int:
    """Work out anew how each item of a drawing is drawn; how many there are."""
    row = Drawing.objects.select_for_update().get(pk=drawing_id)
    return store.write_shown(row)


class Command(BaseCommand):
    """Goes through all drawings, one transaction each."""

    help = "Work out anew how the items of all drawings are drawn (after a change of that form)."

    def handle(self, *args: object, **options: object) -> None:
        """Do it, and say how many."""
        counts = [shown_anew(pk) for pk in Drawing.objects.values_list("pk", flat=True)]
        self.stdout.write(f"{sum(counts)} items in {len(counts)} drawings.")
