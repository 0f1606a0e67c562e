"""Items lie in containers: what a drawing holds comes into a first layer."""

import json

from django.db import migrations, models

FIRST_LAYER = "layer-1"
"""As the core calls it; deltas kept before say no container and mean this one."""
LAYER = {"id": FIRST_LAYER, "name": "Layer 1"}
BODY = {"type": "layer", "form": 2, **LAYER, "opacity": 1.0}
SHOWN = {
    "type": "layer",
    **LAYER,
    "hidden": False,
    "locked": False,
    "box": [0.0, 0.0, 0.0, 0.0],
    "path": "",
    "rule": "nonzero",
    "style": {
        "fill": None,
        "stroke": "#1B2924",
        "stroke_width": 2.0,
        "cap": "round",
        "join": "round",
    },
    "opacity": 1.0,
    "ends": [],
}


def into_a_layer(apps, editor):
    drawings, items = apps.get_model("studio", "Drawing"), apps.get_model("studio", "Item")
    items.objects.update(parent=FIRST_LAYER)
    texts = {"body": json.dumps(BODY), "shown": json.dumps(SHOWN)}
    items.objects.bulk_create(
        (
            items(drawing_id=pk, item=FIRST_LAYER, parent="", rank=0.0, **texts)
            for pk in drawings.objects.values_list("pk", flat=True)
        ),
        batch_size=500,
    )


def out_of_the_layer(apps, editor):
    apps.get_model("studio", "Item").objects.filter(item=FIRST_LAYER).delete()


class Migration(migrations.Migration):
    dependencies = [("studio", "0004_shelf_names")]

    operations = [
        migrations.AddField(
            model_name="item",
            name="parent",
            field=models.CharField(db_collation="utf8mb4_bin", default="", max_length=40),
        ),
        migrations.RunPython(into_a_layer, out_of_the_layer),
        migrations.RemoveIndex(model_name="item", name="studio_item_drawing_406b06_idx"),
        migrations.AddIndex(
            model_name="item",
            index=models.Index(fields=["drawing", "parent", "rank"], name="item_in_its_place"),
        ),
    ]
