"""Trays and steps of earlier stores get the names that they have now."""

from django.db import migrations
from django.db.models import Case, F, Value, When

TRAYS = {
    "Ready made": "Built in",
    "Luthier's forms": "Luthier's outlines",
    "My settings": "My presets",
}
STEPS = {
    "Let twins go": "Release twins",
    "Change what a part does": "Change operation",
    "Even both sides": "Balance handles",
    "Brush over": "Smooth brush",
    "Pull": "Pull with brush",
    "Take apart": "Separate",
    "Turn corners into anchors": "Convert corners to anchors",
    "Work corner": "Round corner",
    "Copy dials": "Match dials",
    "Ease curvature": "Match curvature",
    "Ease direction": "Align tangents",
    "Change edge": "Change result",
    "Make it symmetric": "Make symmetric",
    "Draw by hand": "Draw freehand",
    "Drag gradient": "Move gradient",
    "Add colour to gradient": "Add colour stop",
    "Remove colour from gradient": "Delete colour stop",
    "Remove guide": "Delete guide",
    "Break": "Split",
    "Choose first anchor": "Set start point",
    "Follow the shelf": "Update linked copies",
    "Write words": "Add text",
    "Change words": "Change text",
    "Align words": "Align text",
    "Lay words along a line": "Set text along path",
    "Bend words": "Bend text",
    "Straighten words": "Straighten text",
    "Change the line of words": "Change text path",
    "Show the line of words": "Show text path",
    "Stroke into outline": "Stroke to outline",
    "Propose outline": "Trace outline",
    "Remove anchor": "Delete anchor",
    "Remove segment": "Delete segment",
    "Close the seam": "Close seam",
    "Cross the seam smoothly": "Smooth at seam",
    "Make a point on the seam": "Point at seam",
    "Free from the seam": "Detach from seam",
    "Turn into outlines": "Convert to outlines",
    "Settle": "Fit to reference",
    "Find form": "Trace area",
    "Let form go": "Clear traced area",
    "Remove stroke": "Delete stroke",
    "Change blending": "Change blend mode",
    "Keep colours": "Add swatches",
    "Keep colour": "Add swatch",
    "Remove swatch": "Delete swatch",
    "Give style": "Apply style",
    "Keep style": "Save style",
    "Remove style": "Delete style",
    "Remove regions": "Delete regions",
    "Fuse regions": "Merge regions",
    "Take out a region": "Extract region",
    "Paint every other image": "Alternate colours",
    "Turn symmetry": "Rotate symmetry",
    "Change number": "Change count",
    "Thin out": "Simplify",
    "Make transition": "Add transition curve",
    "Place underlay": "Add reference",
    "Change underlay": "Change reference",
    "Remove underlay": "Delete reference",
    "Move underlay": "Move reference",
    "Resize underlay": "Resize reference",
    "Turn underlay": "Rotate reference",
}
"""Those that say nothing of what they were done to; others keep the name they were made with."""


def rename(apps, names, *, model, field):
    """One statement for all of them."""
    rows = apps.get_model("studio", model).objects.filter(**{f"{field}__in": list(names)})
    found = [When(**{field: old}, then=Value(new)) for old, new in names.items()]
    rows.update(**{field: Case(*found, default=F(field))})


def forwards(apps, schema_editor):
    entry = apps.get_model("studio", "ShelfEntry")
    for old, new in TRAYS.items():
        have = entry.objects.filter(tray=new).values_list("owner", flat=True)
        entry.objects.filter(tray=old).exclude(owner__in=list(have)).update(tray=new)
    rename(apps, STEPS, model="Step", field="name")


def backwards(apps, schema_editor):
    entry = apps.get_model("studio", "ShelfEntry")
    for old, new in TRAYS.items():
        have = entry.objects.filter(tray=old).values_list("owner", flat=True)
        entry.objects.filter(tray=new).exclude(owner__in=list(have)).update(tray=old)
    rename(apps, {new: old for old, new in STEPS.items()}, model="Step", field="name")


class Migration(migrations.Migration):
    dependencies = [("studio", "0011_bin_and_quota")]

    operations = [migrations.RunPython(forwards, backwards)]
