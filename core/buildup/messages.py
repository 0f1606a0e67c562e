"""Every sentence of the core, by its code and its parameters.

A refusal's key is its code, or the code and, after a dot, which of its sentences is meant: programs
go by the code, people read the sentence. It says what happened, what is safe and what to do.
Labels (of dials, shapes, steps of the history) stand where the thing itself is declared.
"""

from collections.abc import Mapping

from buildup.errors import Refusal
from buildup.refusals import REFUSALS

NOTES: Mapping[str, str] = {
    "notes.all_needed": "All {count:,} anchors are needed for that tolerance.",
    "notes.already_aligned": "Already aligned.",
    "notes.already_there": "Already in that position.",
    "notes.anchors_moved": "Anchors moved by at most {distance}.",
    "notes.assembly_too_large": "The parts have more than {most:,} anchors, too many to combine live. They are safe; move some out, or simplify them.",
    "notes.blend_too_large": "The steps would have more than {most:,} anchors, too many to show live. The parts are safe; use fewer steps, or simplify them.",
    "notes.best_match": "Already the best match.",
    "notes.dial_crosses": "{dial}: drawn at {most}, before the outline would cross itself. The value stays.",
    "notes.dial_limited": "{dial}: drawn at {most}, the most that fits. The value stays.",
    "notes.first_colours": "The first {most} of {count:,} colours were imported.",
    "notes.group_effects": "The group's opacity and effects were removed with it; apply them to the items where needed.",
    "notes.handles_moved": "Anchors and handles moved by at most {distance}.",
    "notes.left_out": "Not imported: {kinds}.",
    "notes.changed": "Changed: {kinds}.",
    "notes.lone_anchors": "{count} anchors have no counterpart on the other side.",
    "notes.measure_followed": "Followed by {values} until now; each keeps its number.",
    "notes.measures_renamed": "Measures of the same name have other values here; the new ones are called {names}.",
    "notes.merged_look": "The merged layer has the opacity and effects of the rearmost one.",
    "notes.moved": "The outline moved by at most {distance}.",
    "notes.no_path": "There is no path for the text. The text is safe; draw a path in it, or separate its parts.",
    "notes.not_colours": "{count} values are not colours and were skipped.",
    "notes.offset_empty": "Nothing is left at that offset. The contents are safe; enter a smaller one.",
    "notes.on_axis": "Everything is on the axis; move some of it aside to see copies.",
    "notes.pens": "{count} colours; those beyond {pens} share the last pen.",
    "notes.preview_copies": "Preview of the first {count:,} copies; all will be created.",
    "notes.radius_limited": "The radius is drawn at {most}, the most that fits. The value stays.",
    "notes.rough_stroke": "This stroke is very rough; it was drawn with a tolerance of {tolerance}.",
    "notes.simplified": "From {before:,} to {after:,} anchors; the outline moved by at most {distance}.",
    "notes.swatches_exist": "{count} of them were swatches already.",
    "notes.symmetry_removed": "The original remains; its copies were part of the symmetry.",
    "notes.traced": "{count:,} anchors, at most {distance} from the traced area.",
    "notes.traced_axis": "Symmetric about an axis at {angle:.4g}°.",
    "notes.twins": "{count} pairs of twins.",
    "notes.unmoved": "The outline did not change.",
}
"""What came of something that was done, where that is not plain to see."""

SPOTS: Mapping[str, str] = {
    "spots.almost_closed": "Ends {distance} apart",
    "spots.almost_level": "{measure:.2f}° off horizontal or vertical",
    "spots.almost_straight": "{distance} off straight",
    "spots.curvature_jump": "Curvature jumps {measure:.1f} ×",
    "spots.curvature_jump.from_none": "Curvature jumps from or to straight",
    "spots.doubled_anchors": "Two anchors at one position",
    "spots.flat_spot": "Flat between two bends",
    "spots.handles_cross": "The two handles cross",
    "spots.handles_overshoot": "A handle is too long",
    "spots.harsh_join": "Kink of {measure:.1f}°",
    "spots.missing_extreme": "{distance} beyond its anchors",
    "spots.tiny_segment": "Only {distance} long",
    "spots.wobble": "Wobble of {measure:.1f}°",
    "mends.almost_closed": "Join ends",
    "mends.almost_level": "Align",
    "mends.almost_straight": "Straighten",
    "mends.curvature_jump": "Match curvature (G2)",
    "mends.doubled_anchors": "Delete one",
    "mends.flat_spot": "Fair",
    "mends.handles_cross": "Shorten handles",
    "mends.handles_overshoot": "Shorten handle",
    "mends.harsh_join": "Align tangents (G1)",
    "mends.missing_extreme": "Add anchor at extreme",
    "mends.shape": "Convert to outlines first",
    "mends.tiny_segment": "Delete an anchor",
    "mends.wobble": "Fair",
}
"""What is wrong at a trouble spot, and what mends it."""

_ALL = {**REFUSALS, **NOTES, **SPOTS}


def message(key: str, /, **parameters: object) -> str:
    """The sentence of a key.

    Args:
        key: one of this module's.
        parameters: what its sentence names.

    Raises:
        KeyError: there is no such key, or a parameter is missing.

    >>> message("notes.twins", count=3)
    '3 pairs of twins.'
    """
    return _ALL[key].format_map(parameters).replace(".  ", ". ")


def refusal(key: str, position: str = "", /, **parameters: object) -> Refusal:
    """The refusal of a key.

    Args:
        key: one of `REFUSALS`; what stands before its first dot is the code.
        position: the id of the item or the name of the field it is about, or empty.
        parameters: what its sentence names.

    >>> refusal("bad_count.blend", most=200).code
    'bad_count'
    """
    return Refusal(key.partition(".")[0], message(key, **parameters), position)
