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
                    name="IdempotencyKey",
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
                        ("key", models.CharField(db_collation="utf8mb4_bin", max_length=64)),
                        ("asked", models.CharField(max_length=64)),
                        ("answer", models.JSONField()),
                        ("location", models.CharField(default="", max_length=200)),
                        ("created", models.DateTimeField(auto_now_add=True)),
                        (
                            "owner",
                            models.ForeignKey(
                                on_delete=django.db.models.deletion.CASCADE,
                                related_name="+",
                                to=settings.AUTH_USER_MODEL,
                            ),
                        ),
                    ],
                    options={
                        "indexes": [models.Index(fields=["created"], name="made_when")],
                        "constraints": [
                            models.UniqueConstraint(fields=("owner", "key"), name="one_made_a_key")
                        ],
                    },
                ),
            ]
        )
    ]
