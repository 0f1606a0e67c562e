"""Outlines on the shelf beside settings of dials."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0006_cards")]

    operations = [
        migrations.AddField("shelf", "form", models.PositiveIntegerField(default=1)),
        migrations.AlterField("shelf", "form", models.PositiveIntegerField(default=0)),
        migrations.AddField("shelfentry", "clip", models.TextField(default="")),
        migrations.AddField("shelfentry", "facts", models.JSONField(null=True)),
        migrations.AddField(
            "shelfentry",
            "family",
            models.CharField(db_collation="utf8mb4_bin", default="", max_length=40),
        ),
        migrations.AddField(
            "shelfentry",
            "key",
            models.CharField(db_collation="utf8mb4_bin", default="", max_length=40),
        ),
        migrations.AddField("shelfentry", "state", models.PositiveIntegerField(default=1)),
        migrations.AddField("shelfentry", "changed", models.DateTimeField(auto_now=True)),
        migrations.AddIndex(
            "shelfentry", models.Index(fields=["owner", "key"], name="entry_of_a_key")
        ),
    ]
