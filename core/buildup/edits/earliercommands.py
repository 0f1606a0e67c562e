"""How commands were written in earlier forms of the program, read as they are written now.

Steps that are stored keep the command they were made with, and an edit that waits in a window of an
earlier program comes in as that window wrote it.
"""

from collections.abc import Mapping
from typing import Any

from buildup.drawing.earlier import ROLES

KINDS: Mapping[str, str] = {
    "write_words": "add_text",
    "say_words": "edit_text",
    "set_words": "set_text_setting",
    "pull_words": "drag_text",
    "align_words": "align_text",
    "bend_words": "bend_text",
    "lay_words": "put_text_on_path",
    "set_line": "set_text_path",
    "lean_items": "drag_shear",
    "turn_items": "drag_rotation",
    "turn_by": "rotate_items",
    "place_underlay": "add_reference",
    "drag_underlay": "drag_reference",
    "set_underlay": "set_reference",
    "remove_underlay": "delete_reference",
    "set_silhouette": "set_traced_area",
    "propose_outline": "trace_outline",
    "settle_anchors": "fit_to_reference",
    "settle_corners": "convert_corners",
    "break_anchors": "split_at_anchors",
    "start_at": "set_start_point",
    "thin_out": "simplify_outlines",
    "even_both_sides": "balance_handles",
    "even_sides": "make_symmetric",
    "make_transitions": "add_transition_curves",
    "pull_outline": "pull_with_brush",
    "brush_smooth": "smooth_with_brush",
    "give_style": "apply_style",
    "keep_style": "save_style",
    "set_kept_style": "set_saved_style",
    "remove_anchors": "delete_anchors",
    "remove_guides": "delete_guides",
    "remove_items": "delete_items",
    "remove_segment": "delete_segment",
    "remove_stop": "delete_stop",
    "remove_stroke": "delete_stroke",
    "remove_swatches": "delete_swatches",
    "take_apart": "separate_items",
    "turn_into_outlines": "convert_to_outlines",
    "strokes_into_outlines": "strokes_to_outlines",
    "place_kept": "place_from_shelf",
    "follow_kept": "update_linked_copies",
    "set_edge": "set_result",
    "drag_edge": "drag_offset",
    "set_measure": "set_shape_length",
}
"""The kinds that had another name, and the one they have now."""
_REFERENCE = {"underlay": "reference"}
FIELDS: Mapping[str, Mapping[str, str]] = {
    "add_reference": _REFERENCE,
    "drag_reference": _REFERENCE,
    "set_reference": _REFERENCE,
    "delete_reference": _REFERENCE,
    "trace_outline": _REFERENCE,
    "fit_to_reference": _REFERENCE,
    "set_traced_area": {**_REFERENCE, "silhouette": "traced_area"},
    "set_result": {"edge": "result"},
    "set_shape_length": {"measure": "length"},
    "line_up": {"way": "axis"},
    "space_anchors": {"way": "axis"},
    "space_items": {"way": "axis"},
    "flip_items": {"way_over": "axis"},
    "sweep_regions": {"does": "operation"},
    "save_style": {"kept": "style_id"},
    "set_saved_style": {"kept": "style_id"},
    "edit_text": {"said": "texts"},
    "set_text_path": {"shows": "show_parts"},
}
"""Fields that had another name, by the kind of now."""
ROLE_FIELDS = frozenset({"operation", "role"})


def as_now(stored: Mapping[str, Any]) -> Mapping[str, Any]:
    """The JSON values of a command of any form, as those of one of now.

    >>> as_now({"kind": "turn_by", "items": ["a"], "angle": 30.0})
    {'kind': 'rotate_items', 'items': ['a'], 'angle': 30.0}
    """
    kind = stored.get("kind")
    if not isinstance(kind, str):
        return stored
    now = KINDS.get(kind, kind)
    names = FIELDS.get(now, {})
    values = {names.get(name, name): value for name, value in stored.items()}
    for field in ROLE_FIELDS & values.keys():
        values[field] = ROLES.get(str(values[field]), values[field])
    return {**values, "kind": now}
