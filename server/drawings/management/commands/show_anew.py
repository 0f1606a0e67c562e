"""Make what is derived from the items anew, after its form has changed."""

import json
from argparse import ArgumentParser

from buildup.drawing.codec import write
from buildup.view.drawables import Drawable
from common.retries import in_transaction
from django.core.management.base import BaseCommand

from drawings import store
from drawings.models import Drawing, Item


@in_transaction
def shown_anew(drawing_id: int) -> int:
    """Work out anew how each item of a drawing is drawn; how many there are."""
    row = Drawing.objects.select_for_update().get(pk=drawing_id)
    return store.write_shown(row)


def is_stale(drawing_id: int) -> bool:
    """Whether the items of a drawing are shown in an earlier form, told by one of them."""
    text = Item.objects.filter(drawing=drawing_id).values_list("shown", flat=True).first()
    if text is None:
        return False
    values = json.loads(text)
    plain = Drawable(id="", name="", type="", hidden=False, locked=False, box=(0.0, 0.0, 0.0, 0.0))
    now = write(plain, defaults=True)
    style, wanted = set(values.get("style", ())), set(now["style"])
    return set(values) != set(now) or style != wanted


class Command(BaseCommand):
    """Goes through all drawings, one transaction each."""

    def add_arguments(self, parser: ArgumentParser) -> None:
        """`--stale`: only drawings that need it."""
        parser.add_argument("--stale", action="store_true")

    help = "Work out anew how the items of all drawings are drawn (after a change of that form)."

    def handle(self, *args: object, **options: object) -> None:
        """Do it, and say how many."""
        ids = Drawing.objects.values_list("pk", flat=True)
        counts = [shown_anew(pk) for pk in ids if not options["stale"] or is_stale(pk)]
        if options["verbosity"]:
            self.stdout.write(f"{sum(counts)} items in {len(counts)} drawings.")
