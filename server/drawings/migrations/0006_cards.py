"""The small pictures of drawings on the home page."""

import django.db.models.deletion
from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0005_containers")]

    operations = [
        migrations.CreateModel(
            name="CardPicture",
            fields=[
                (
                    "drawing",
                    models.OneToOneField(
                        on_delete=django.db.models.deletion.CASCADE,
                        primary_key=True,
                        related_name="card",
                        serialize=False,
                        to="studio.drawing",
                    ),
                ),
                ("version", models.PositiveIntegerField()),
                ("png", models.BinaryField()),
            ],
        ),
    ]
