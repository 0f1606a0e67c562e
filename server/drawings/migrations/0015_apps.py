"""Pictures, fonts, shelves and what requests made belong to apps of their own; nothing is moved."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [
        ("studio", "0014_tables"),
        ("common", "0001_initial"),
        ("references", "0001_initial"),
        ("fonts", "0001_initial"),
        ("library", "0001_initial"),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.AlterField(
                    "pictureuse",
                    "picture",
                    models.ForeignKey(
                        "references.picture",
                        django.db.models.deletion.RESTRICT,
                        related_name="uses",
                    ),
                ),
                *(
                    migrations.DeleteModel(name)
                    for name in ("Picture", "Face", "Shelf", "ShelfEntry", "Made")
                ),
            ]
        )
    ]
