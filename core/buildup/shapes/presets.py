"""The settings that the shelf comes with, and what a setting of dials is."""

from collections.abc import Mapping
from dataclasses import dataclass, field

from buildup.drawing.checks import check_name
from buildup.shapes.registry import checked_dials, shape_kind

INCH = 96.0
READY = "Built in"
"""The tray they lie in."""


@dataclass(frozen=True, slots=True)
class Setting:
    """Values of all dials of a kind of shape, under a name, in a tray.

    Args:
        tray: the compartment of the shelf.
        name: what the designer calls it.
        shape: the kind, by the registry's name.
        dials: the values; those left out take their defaults.

    """

    tray: str
    name: str
    shape: str
    dials: Mapping[str, float] = field(default_factory=dict)


def checked_setting(setting: Setting) -> Setting:
    """A setting with every dial of its kind, checked.

    Raises:
        Refusal: `bad_name`, `unknown_shape`, `unknown_dial` or `dial_out_of_range`.

    """
    check_name(setting.tray)
    check_name(setting.name)
    kind = shape_kind(setting.shape)
    dials = checked_dials(kind, setting.dials)
    return Setting(setting.tray.strip(), setting.name.strip(), kind.name, dials)


READY_MADE = tuple(
    Setting(READY, name, shape, dials)
    for name, shape, dials in (
        ("Eighth-inch corners", "rectangle", {"radius": INCH / 8}),
        ("Half-inch corners", "rectangle", {"radius": INCH / 2}),
        ("Full round ends", "rectangle", {"radius": 100.0, "radius_in": 1.0}),
        ("Ticket", "rectangle", {"radius": INCH / 8, "style": 2.0}),
        ("Ogee plate", "rectangle", {"radius": INCH / 4, "style": 4.0}),
        ("App icon", "superellipse", {"exponent": 4.0}),
        (
            "Tuner knob",
            "gear",
            {"teeth": 18.0, "depth": 8.0, "tip": 45.0, "root": 60.0, "hole": 20.0},
        ),
        ("Washer", "ellipse", {"inner": 45.0}),
        (
            "Sound-hole rosette",
            "rosette",
            {"petals": 12.0, "depth": 12.0, "dip": 60.0, "disc": 62.0},
        ),
        ("Wax seal", "burst", {"rays": 36.0, "depth": 7.0, "radius": 4.0}),
        ("Golden heart", "heart", {}),
        ("Plectrum", "drop", {"tip": 160.0, "angle": 80.0, "fullness": 120.0}),
    )
)
