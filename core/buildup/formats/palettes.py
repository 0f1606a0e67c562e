"""Swatches as files: CSS custom properties, and the design tokens of the W3C community group.

CSS Custom Properties for Cascading Variables 1; Design Tokens Format Module (Community Group
report), whose colours are texts or sRGB components.
"""

import json
import re
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal

from buildup.drawing.checks import LONGEST_NAME
from buildup.drawing.colours import of_parts
from buildup.drawing.colourspaces import of_oklch, oklch_of
from buildup.drawing.sheet import NamedColour, Swatch
from buildup.drawing.sheetchecks import MOST_SWATCHES
from buildup.formats.csscolours import read_colour
from buildup.formats.svg.svgcss import without_comments
from buildup.messages import message, refusal

PaletteKind = Literal["css", "tokens"]
LONGEST_PALETTE = 1_000_000
"""Characters of a file that is read."""
DEEPEST = 20
"""Groups of tokens in each other."""

LONGEST_READ = 200
"""Characters of the name of a custom property, and of its value."""
_NAME = re.compile(r"[\w-]+")
_BETWEEN = re.compile(r"[;{}]")


@dataclass(frozen=True, slots=True, kw_only=True)
class Palette:
    """Colours of a file."""

    colours: tuple[NamedColour, ...]
    message: str
    """What was left out; empty: nothing."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Harmony:
    """Colours that go with one."""

    name: str
    colours: tuple[str, ...]


def written_palette(swatches: Iterable[Swatch], kind: PaletteKind) -> str:
    """Swatches as the text of a file."""
    named = list(_named(swatches))
    if kind == "css":
        lines = (f"  --{name}: {swatch.colour};" for name, swatch in named)
        return "\n".join([":root {", *lines, "}", ""])
    tokens = {
        name: {"$type": "color", "$value": _value(swatch.colour), "$description": swatch.name}
        for name, swatch in named
    }
    return json.dumps(tokens, indent=2, ensure_ascii=False) + "\n"


def read_palette(text: str) -> Palette:
    """The colours of a file: design tokens, where it is JSON, else CSS custom properties.

    Raises:
        Refusal: `bad_palette`, `too_much`.

    >>> [c.colour for c in read_palette(":root { --tide: #0c6b65; --gap: 4px }").colours]
    ['#0C6B65']
    """
    if len(text) > LONGEST_PALETTE:
        raise refusal("too_much.palette")
    try:
        data = json.loads(text)
    except (ValueError, RecursionError):
        data = None
    found = list(_tokens(data) if isinstance(data, Mapping) else _properties(text))
    colours = [c for c in found if c is not None]
    if not colours:
        raise refusal("bad_palette")
    left = len(found) - len(colours)
    note = message("notes.not_colours", count=left) if left else ""
    if len(colours) > MOST_SWATCHES:
        note = message("notes.first_colours", most=MOST_SWATCHES, count=len(colours))
    return Palette(colours=tuple(colours[:MOST_SWATCHES]), message=note)


def harmonies(colour: str) -> tuple[Harmony, ...]:
    """Colours that go with one, by its hue and its lightness (OKLCH); it is the first of each.

    >>> [h.name for h in harmonies("#0C6B65")]
    ['Complementary', 'Analogous', 'Triad', 'Square', 'Light to dark']
    """
    lightness, chroma, hue = oklch_of(colour)

    def turned(*by: float) -> tuple[str, ...]:
        return (colour, *(of_oklch(lightness, chroma, hue + b) for b in by))

    steps = (0.92, 0.78, 0.64, 0.5, 0.36, 0.22)
    shades = tuple(of_oklch(step, chroma * _room(step), hue) for step in steps)
    return (
        Harmony(name="Complementary", colours=turned(180.0)),
        Harmony(name="Analogous", colours=turned(-30.0, 30.0)),
        Harmony(name="Triad", colours=turned(120.0, 240.0)),
        Harmony(name="Square", colours=turned(90.0, 180.0, 270.0)),
        Harmony(name="Light to dark", colours=shades),
    )


def _room(lightness: float) -> float:
    """How much of a chroma is left near white and near black."""
    return 1.0 - (2.0 * lightness - 1.0) ** 4


def _named(swatches: Iterable[Swatch]) -> Iterator[tuple[str, Swatch]]:
    """Each swatch under a name that both formats take, which no other has."""
    taken: set[str] = set()
    for number, swatch in enumerate(swatches, 1):
        plain = re.sub(r"[^a-z0-9]+", "-", swatch.name.lower()).strip("-") or f"colour-{number}"
        name = plain
        while name in taken:
            name = f"{plain}-{len(taken) + 1}"
        taken.add(name)
        yield name, swatch


def _value(colour: str) -> dict[str, Any]:
    parts = [round(int(colour[k : k + 2], 16) / 255.0, 6) for k in (1, 3, 5)]
    return {"colorSpace": "srgb", "components": parts, "hex": colour.lower()}


def _properties(text: str) -> Iterator[NamedColour | None]:
    for declaration in _BETWEEN.split(without_comments(text)):
        name, _, value = (part.strip() for part in declaration.partition(":"))
        if not name.startswith("--") or not value or max(map(len, (name, value))) > LONGEST_READ:
            continue
        if _NAME.fullmatch(name):
            yield _colour(name.replace("-", " ").strip(), value)


def _tokens(data: Mapping[str, Any], name: str = "", kind: str = "", depth: int = 0) -> Any:
    """The tokens of a group; its type holds for those that say none."""
    if depth > DEEPEST:
        return
    kind = str(data.get("$type", kind))
    if "$value" in data:
        if kind in ("", "color"):
            yield _colour(name, data["$value"])
        return
    for key, held in data.items():
        if isinstance(held, Mapping) and not key.startswith("$"):
            yield from _tokens(held, f"{name} {key}".strip(), kind, depth + 1)


def _colour(name: str, value: object) -> NamedColour | None:
    """A colour of a file; None: it is none that shows."""
    try:
        if isinstance(value, Mapping):
            value = value.get("hex") or _of_components(value)
        found = read_colour(str(value)[:200])
    except (ValueError, TypeError):
        return None
    if found is None:
        return None
    label = "".join(c for c in name if c.isprintable())[:LONGEST_NAME].strip() or found
    return NamedColour(name=label, colour=found)


def _of_components(value: Mapping[str, Any]) -> str:
    if value.get("colorSpace", "srgb") != "srgb":
        raise ValueError("another space")
    return of_parts([float(p) * 255.0 for p in value["components"]][:3])
