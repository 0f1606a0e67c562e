"""Each version has an identity: that of the step that led to it, or of the drawing's beginning."""

from django.db import migrations, models
from django.db.models import OuterRef, Subquery, Value
from django.db.models.functions import Coalesce

import drawings.models

LOT = 1_000


def tell_apart(apps, schema_editor):
    drawing, step = apps.get_model("studio", "Drawing"), apps.get_model("studio", "Step")
    last = step.objects.filter(drawing=OuterRef("pk"), number=OuterRef("version"))
    values = Coalesce(Subquery(last.values("command_id")[:1]), Value(""))
    drawing.objects.update(tip=values)
    ids = list(drawing.objects.values_list("pk", flat=True))
    for begin in range(0, len(ids), LOT):
        rows = [
            drawing(pk=pk, origin=drawings.models.new_origin()) for pk in ids[begin : begin + LOT]
        ]
        drawing.objects.bulk_update(rows, ["origin"])


class Migration(migrations.Migration):
    dependencies = [("studio", "0009_faces")]

    operations = [
        migrations.AddField(
            "drawing", "origin", models.CharField(max_length=16, default=drawings.models.new_origin)
        ),
        migrations.AddField(
            "drawing",
            "tip",
            models.CharField(max_length=40, db_collation="utf8mb4_bin", default=""),
        ),
        migrations.RunPython(tell_apart, migrations.RunPython.noop),
    ]
