"""Tables: drawings, their items, and the steps that made them."""

import secrets

from django.conf import settings
from django.db import models


def new_origin() -> str:
    """What tells a drawing from any other one that had its number: some random digits."""
    return secrets.token_hex(8)


class Drawing(models.Model):
    """A drawing: whose it is, its sheet, and how far it has come.

    `version` counts every change including undo and redo; `head` is the number of the edit step
    the drawing stands at (0: the empty beginning). A number alone does not say which version it is,
    as they begin again where the store is set back: with it goes the `identity` of what led there.
    """

    owner = models.ForeignKey(settings.AUTH_USER_MODEL, models.CASCADE, related_name="drawings")
    name = models.CharField(max_length=120)
    sheet = models.JSONField()
    version = models.PositiveIntegerField(default=0)
    head = models.PositiveIntegerField(default=0)
    origin = models.CharField(max_length=16, default=new_origin)
    tip = models.CharField(max_length=40, db_collation="utf8mb4_bin", default="")
    """The command id of the last step; empty before there is one."""
    created = models.DateTimeField(auto_now_add=True)
    changed = models.DateTimeField(auto_now=True)
    deleted = models.DateTimeField(null=True, blank=True)
    """When it was put into the bin."""
    size = models.PositiveBigIntegerField(default=0)
    """Characters of its steps, and of the items it began with."""
    export_settings = models.JSONField(default=dict)
    """How it was exported last: the kind of the last format, and the settings of each."""

    class Meta:
        """Newest work first."""

        db_table = "drawings_drawing"
        ordering = ["-changed", "-id"]
        indexes = [models.Index(fields=["owner", "deleted", "-changed"], name="drawings_of_owner")]

    def __str__(self) -> str:
        return self.name

    @property
    def identity(self) -> str:
        """What tells its version from another one of the same number."""
        return self.tip or self.origin


class Item(models.Model):
    """An item of a drawing: its JSON form, and the JSON form of how the canvas draws it.

    `parent` is the container it lies in (empty: it is a layer), `rank` orders what lies there from
    back to front. Both texts are handed on without being parsed; `shown` is derived from `body`
    and can be made anew (`manage.py show_anew`).
    """

    drawing = models.ForeignKey(Drawing, models.CASCADE, related_name="items")
    item = models.CharField(max_length=40, db_collation="utf8mb4_bin")
    parent = models.CharField(max_length=40, db_collation="utf8mb4_bin", default="")
    rank = models.FloatField()
    body = models.TextField()
    shown = models.TextField()

    class Meta:
        """An id is used once in a drawing."""

        db_table = "drawings_item"
        constraints = [models.UniqueConstraint(fields=["drawing", "item"], name="one_item_an_id")]
        indexes = [
            # with the item itself: where all lie is told without reading what they are
            models.Index(fields=["drawing", "parent", "rank", "item"], name="items_by_place")
        ]

    def __str__(self) -> str:
        return self.item


class Step(models.Model):
    """One change of a drawing; its number is the version it led to.

    An edit carries its command and the way back, and stands on its `parent`, the edit that was
    the head before: the history is a tree of which nothing is lost. A step along the history
    (undo, redo, a click on a step) only carries what it changed.
    """

    EDIT, GO = "edit", "go"

    drawing = models.ForeignKey(Drawing, models.CASCADE, related_name="steps")
    number = models.PositiveIntegerField()
    command_id = models.CharField(max_length=40, db_collation="utf8mb4_bin")
    action = models.CharField(max_length=4, choices=[(EDIT, "edit"), (GO, "go")])
    name = models.CharField(max_length=120)
    parent = models.PositiveIntegerField(default=0)
    author = models.ForeignKey(
        settings.AUTH_USER_MODEL, models.SET_NULL, null=True, related_name="+"
    )
    """Who did it; None: their account is gone."""
    command = models.JSONField(null=True)
    change = models.JSONField()
    inverse = models.JSONField(null=True)
    created = models.DateTimeField(auto_now_add=True)

    class Meta:
        """A number and a command count once in a drawing."""

        db_table = "drawings_step"
        constraints = [
            models.UniqueConstraint(fields=["drawing", "number"], name="one_step_a_number"),
            models.UniqueConstraint(fields=["drawing", "command_id"], name="one_step_a_command"),
        ]
        indexes = [models.Index(fields=["drawing", "parent"], name="steps_of_parent")]
        ordering = ["number"]

    def __str__(self) -> str:
        return f"{self.number} {self.name}"


class PictureUse(models.Model):
    """That a picture was brought into a drawing, or shows at some step of it."""

    picture = models.ForeignKey("references.Picture", models.RESTRICT, related_name="uses")
    drawing = models.ForeignKey(Drawing, models.CASCADE, related_name="pictures_used")

    class Meta:
        """Each once."""

        db_table = "drawings_pictureuse"
        constraints = [models.UniqueConstraint(fields=["picture", "drawing"], name="one_use")]

    def __str__(self) -> str:
        return f"{self.picture_id} in {self.drawing_id}"


class Thumbnail(models.Model):
    """A drawing as the home page shows it, at one of its versions."""

    drawing = models.OneToOneField(Drawing, models.CASCADE, primary_key=True, related_name="card")
    version = models.PositiveIntegerField()
    png = models.BinaryField()

    class Meta:
        """The table of its app."""

        db_table = "drawings_thumbnail"

    def __str__(self) -> str:
        return f"{self.drawing_id} at {self.version}"
