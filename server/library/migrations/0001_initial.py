"""The table was made by the one app of before; nothing is moved."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models


class Migration(migrations.Migration):
    initial = True

    dependencies = [
        ("studio", "0014_tables"),
        migrations.swappable_dependency(settings.AUTH_USER_MODEL),
    ]

    operations = [
        migrations.SeparateDatabaseAndState(
            state_operations=[
                migrations.CreateModel(
                    name="Shelf",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True,
                                primary_key=True,
                                serialize=False,
                                verbose_name="ID",
                            ),
                        ),
                        ("form", models.PositiveIntegerField(default=0)),
                        (
                            "owner",
                            models.OneToOneField(
                                on_delete=django.db.models.deletion.CASCADE,
                                related_name="shelf",
                                to=settings.AUTH_USER_MODEL,
                            ),
                        ),
                    ],
                ),
                migrations.CreateModel(
                    name="ShelfEntry",
                    fields=[
                        (
                            "id",
                            models.BigAutoField(
                                auto_created=True,
                                primary_key=True,
                                serialize=False,
                                verbose_name="ID",
                            ),
                        ),
                        ("tray", models.CharField(db_collation="utf8mb4_bin", max_length=120)),
                        ("name", models.CharField(db_collation="utf8mb4_bin", max_length=120)),
                        ("shape", models.CharField(max_length=40)),
                        ("dials", models.JSONField()),
                        ("rank", models.PositiveIntegerField()),
                        ("clip", models.TextField(default="")),
                        ("size", models.PositiveBigIntegerField(default=0)),
                        ("facts", models.JSONField(null=True)),
                        (
                            "key",
                            models.CharField(db_collation="utf8mb4_bin", default="", max_length=40),
                        ),
                        (
                            "family",
                            models.CharField(db_collation="utf8mb4_bin", default="", max_length=40),
                        ),
                        ("state", models.PositiveIntegerField(default=1)),
                        ("changed", models.DateTimeField(auto_now=True)),
                        (
                            "owner",
                            models.ForeignKey(
                                on_delete=django.db.models.deletion.CASCADE,
                                related_name="shelf_entries",
                                to=settings.AUTH_USER_MODEL,
                            ),
                        ),
                    ],
                    options={
                        "ordering": ["tray", "rank", "id"],
                        "indexes": [models.Index(fields=["owner", "key"], name="entry_of_a_key")],
                        "constraints": [
                            models.UniqueConstraint(
                                fields=("owner", "tray", "name"), name="one_name_a_tray"
                            )
                        ],
                    },
                ),
            ]
        )
    ]
