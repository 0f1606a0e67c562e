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
                    name="Picture",
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
                        ("bytes", models.BinaryField()),
                        ("size", models.PositiveBigIntegerField(default=0)),
                        ("mime", models.CharField(max_length=20)),
                        ("width", models.PositiveIntegerField()),
                        ("height", models.PositiveIntegerField()),
                        ("created", models.DateTimeField(auto_now_add=True)),
                        (
                            "owner",
                            models.ForeignKey(
                                on_delete=django.db.models.deletion.CASCADE,
                                related_name="pictures",
                                to=settings.AUTH_USER_MODEL,
                            ),
                        ),
                    ],
                ),
            ]
        )
    ]
