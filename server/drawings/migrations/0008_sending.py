"""How a drawing is sent out is kept with it."""

from django.db import migrations, models


class Migration(migrations.Migration):
    dependencies = [("studio", "0007_kept_outlines")]

    operations = [migrations.AddField("drawing", "sending", models.JSONField(default=dict))]
