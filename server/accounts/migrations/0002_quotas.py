"""What one person may keep."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("people", "0001_initial")]

    operations = [
        migrations.AddField(
            "user", "most_bytes", models.PositiveBigIntegerField(blank=True, null=True)
        ),
        migrations.AddField(
            "user", "most_drawings", models.PositiveIntegerField(blank=True, null=True)
        ),
    ]
