"""Short ways to declare the dials that shapes have besides their corners."""

from collections.abc import Callable

from buildup.shapes.kinds import Dial, Dials, always

Sound = Callable[[Dials], tuple[float, float]]


def percent(
    name: str,
    label: str,
    default: float,
    help_text: str,
    *,
    least: float = 0.0,
    most: float = 100.0,
    felt: tuple[float, ...] = (50.0,),
    shown: Callable[[Dials], bool] = always,
    sound: Sound | None = None,
) -> Dial:
    """A share of something, in %."""
    return Dial(
        name,
        label,
        "percent",
        default,
        least,
        most,
        1.0,
        help_text,
        felt=felt,
        shown=shown,
        sound=sound,
    )


def angle(
    name: str,
    label: str,
    default: float,
    help_text: str,
    *,
    least: float = -180.0,
    most: float = 180.0,
    shown: Callable[[Dials], bool] = always,
    sound: Sound | None = None,
) -> Dial:
    """An angle in degrees, felt at multiples of 45°."""
    felt = tuple(float(a) for a in range(-720, 721, 45) if least <= a <= most)
    return Dial(
        name,
        label,
        "angle",
        default,
        least,
        most,
        1.0,
        help_text,
        felt=felt,
        shown=shown,
        sound=sound,
    )


def count(
    name: str, label: str, default: int, help_text: str, *, least: int = 3, most: int = 100
) -> Dial:
    """A whole number of parts."""
    return Dial(name, label, "count", float(default), float(least), float(most), 1.0, help_text)


def choice(
    name: str,
    label: str,
    choices: tuple[str, ...],
    help_text: str,
    *,
    default: int = 0,
    shown: Callable[[Dials], bool] = always,
) -> Dial:
    """One of a few ways, which count from 0."""
    most = len(choices) - 1.0
    return Dial(
        name,
        label,
        "choice",
        float(default),
        0.0,
        most,
        1.0,
        help_text,
        choices=choices,
        shown=shown,
    )


SEED = Dial(
    "seed",
    "Variant",
    "count",
    1.0,
    1.0,
    999.0,
    1.0,
    "Chooses another irregular variant.",
)
