"""The tables get the names of the apps that they belong to now."""

from django.db import migrations

TABLES = {
    "drawing": "drawings_drawing",
    "item": "drawings_item",
    "step": "drawings_step",
    "pictureuse": "drawings_pictureuse",
    "cardpicture": "drawings_thumbnail",
    "picture": "references_picture",
    "face": "fonts_font",
    "shelf": "library_shelf",
    "shelfentry": "library_shelfentry",
    "made": "common_idempotencykey",
}


def statement(pairs):
    """One statement for all of them: the store has either all old names or all new ones."""
    return "RENAME TABLE " + ", ".join(f"{old} TO {new}" for old, new in pairs)


class Migration(migrations.Migration):
    dependencies = [("studio", "0013_location")]

    operations = [
        migrations.RunSQL(
            statement((f"studio_{model}", table) for model, table in TABLES.items()),
            statement((table, f"studio_{model}") for model, table in TABLES.items()),
            state_operations=[
                *(migrations.AlterModelTable(model, table) for model, table in TABLES.items()),
                migrations.RenameModel("CardPicture", "Thumbnail"),
            ],
        ),
        migrations.RenameField("drawing", "sending", "export_settings"),
        migrations.RenameIndex(
            "drawing", "drawings_of_owner", old_name="studio_draw_owner_i_993c94_idx"
        ),
        migrations.RenameIndex(
            "step", "steps_of_parent", old_name="studio_step_drawing_c014b2_idx"
        ),
    ]
