"""Where the items of a drawing lie is told by an index alone, without reading what they are."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0015_apps")]

    operations = [
        migrations.AddIndex(
            "item",
            models.Index(fields=["drawing", "parent", "rank", "item"], name="items_by_place"),
        ),
        migrations.RemoveIndex("item", "item_in_its_place"),
    ]
