"""What was made is told again with its address."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0012_words")]

    operations = [
        migrations.AddField("made", "location", models.CharField(default="", max_length=200)),
    ]
