"""Pictures belong to people; steps have an author; what things take stands in columns; `Made`."""

import django.db.models.deletion
from django.conf import settings
from django.db import migrations, models
from django.db.models import Sum
from django.db.models.functions import Coalesce, Length

LOT = 200


def in_lots(rows):
    """The numbers of rows, some at a time."""
    ids = list(rows.order_by("pk").values_list("pk", flat=True))
    return (ids[begin : begin + LOT] for begin in range(0, len(ids), LOT))


def pictures_shown(sheet):
    return {u["picture"] for u in (sheet or {}).get("underlays", ())}


def give_pictures_to_people(apps, schema_editor):
    picture, use = apps.get_model("studio", "Picture"), apps.get_model("studio", "PictureUse")
    drawing, step = apps.get_model("studio", "Drawing"), apps.get_model("studio", "Step")
    owners = dict(drawing.objects.values_list("pk", "owner"))
    whose = {}
    uses = set()
    for pk, brought_into in picture.objects.values_list("pk", "drawing"):
        whose[pk] = owners[brought_into]
        uses.add((pk, brought_into))
        picture.objects.filter(pk=pk).update(owner=whose[pk])
    if whose:
        for pk, sheet in drawing.objects.values_list("pk", "sheet").iterator():
            uses |= {(shown, pk) for shown in pictures_shown(sheet)}
        changes = step.objects.filter(change__sheet__underlays__isnull=False)
        for pk, change in changes.values_list("drawing", "change").iterator():
            uses |= {(shown, pk) for shown in pictures_shown(change.get("sheet"))}
    rows = [
        use(picture_id=shown, drawing_id=pk)
        for shown, pk in sorted(uses)
        if whose.get(shown) == owners[pk]
    ]
    use.objects.bulk_create(rows, batch_size=LOT)


def write_sizes(apps, schema_editor):
    tables = {n: apps.get_model("studio", n) for n in ("Picture", "Face", "ShelfEntry")}
    for name, column in (("Picture", "bytes"), ("Face", "bytes"), ("ShelfEntry", "clip")):
        for lot in in_lots(tables[name].objects):
            tables[name].objects.filter(pk__in=lot).update(size=Length(column))
    drawing, step = apps.get_model("studio", "Drawing"), apps.get_model("studio", "Step")
    item = apps.get_model("studio", "Item")
    for pk in drawing.objects.values_list("pk", flat=True):
        parts = (Coalesce(Length(name), 0) for name in ("command", "change", "inverse"))
        steps = step.objects.filter(drawing=pk)
        taken = steps.aggregate(all=Sum(sum(parts)))["all"] or 0
        if not taken:
            both = Sum(Length("body") + Length("shown"))
            taken = item.objects.filter(drawing=pk).aggregate(all=both)["all"] or 0
        drawing.objects.filter(pk=pk).update(size=taken)


def name_authors(apps, schema_editor):
    """Until now whoever owns a drawing has done every step of it."""
    drawing, step = apps.get_model("studio", "Drawing"), apps.get_model("studio", "Step")
    for pk, owner in drawing.objects.values_list("pk", "owner"):
        step.objects.filter(drawing=pk).update(author=owner)


def give_pictures_to_drawings(apps, schema_editor):
    """Back: to the drawing that has used a picture first."""
    picture, use = apps.get_model("studio", "Picture"), apps.get_model("studio", "PictureUse")
    for pk in picture.objects.values_list("pk", flat=True):
        first = use.objects.filter(picture=pk).order_by("pk").values_list("drawing", flat=True)
        picture.objects.filter(pk=pk).update(drawing=first[0])


PERSON = settings.AUTH_USER_MODEL


class Migration(migrations.Migration):
    dependencies = [("studio", "0010_identities"), ("people", "0002_quotas")]

    operations = [
        *(
            migrations.AddField(model, "size", models.PositiveBigIntegerField(default=0))
            for model in ("drawing", "picture", "face", "shelfentry")
        ),
        migrations.AddField(
            "step",
            "author",
            models.ForeignKey(
                PERSON, django.db.models.deletion.SET_NULL, null=True, related_name="+"
            ),
        ),
        migrations.RunPython(name_authors, migrations.RunPython.noop),
        migrations.AddField(
            "picture",
            "owner",
            models.ForeignKey(
                PERSON, django.db.models.deletion.CASCADE, null=True, related_name="pictures"
            ),
        ),
        migrations.CreateModel(
            "PictureUse",
            [
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                (
                    "drawing",
                    models.ForeignKey(
                        "studio.drawing",
                        django.db.models.deletion.CASCADE,
                        related_name="pictures_used",
                    ),
                ),
                (
                    "picture",
                    models.ForeignKey(
                        "studio.picture", django.db.models.deletion.RESTRICT, related_name="uses"
                    ),
                ),
            ],
        ),
        migrations.AddConstraint(
            "pictureuse", models.UniqueConstraint(fields=["picture", "drawing"], name="one_use")
        ),
        migrations.AlterField(
            "picture",
            "drawing",
            models.ForeignKey("studio.drawing", django.db.models.deletion.CASCADE, null=True),
        ),
        migrations.RunPython(give_pictures_to_people, give_pictures_to_drawings),
        migrations.RunPython(write_sizes, migrations.RunPython.noop),
        migrations.RemoveField("picture", "drawing"),
        migrations.AlterField(
            "picture",
            "owner",
            models.ForeignKey(PERSON, django.db.models.deletion.CASCADE, related_name="pictures"),
        ),
        migrations.CreateModel(
            "Made",
            [
                (
                    "id",
                    models.BigAutoField(
                        auto_created=True, primary_key=True, serialize=False, verbose_name="ID"
                    ),
                ),
                ("key", models.CharField(db_collation="utf8mb4_bin", max_length=64)),
                ("asked", models.CharField(max_length=64)),
                ("answer", models.JSONField()),
                ("created", models.DateTimeField(auto_now_add=True)),
                (
                    "owner",
                    models.ForeignKey(PERSON, django.db.models.deletion.CASCADE, related_name="+"),
                ),
            ],
            options={
                "indexes": [models.Index(fields=["created"], name="made_when")],
                "constraints": [
                    models.UniqueConstraint(fields=["owner", "key"], name="one_made_a_key")
                ],
            },
        ),
    ]
