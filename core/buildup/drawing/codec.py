"""Items, sheets and changes as JSON values, and back.

One rule for every frozen dataclass: fields by name, a point is `[x, y]`. Left out is only what is
nothing (None, False, an empty list) where that is the default: other defaults could change one
day, and what was drawn must not change with them. What is kept says the `FORM` it is written in.
Reading refuses unknown fields, wrong types, NaN, infinity and absurd magnitudes; what was kept
before is read whatever its magnitudes, so that no drawing ever closes itself off.
"""

import math
import sys
import types
import typing
from collections.abc import Callable, Iterable, Mapping
from dataclasses import MISSING, Field, fields, is_dataclass
from functools import cache, partial
from typing import Any, Literal, TypeVar, Union, cast

from buildup.contours.anchors import Anchor
from buildup.drawing.anchorform import anchor_reader, plain_anchor
from buildup.drawing.earlier import EARLIER, EARLIER_TYPES, renamed_fields
from buildup.drawing.itemtypes import (
    Assembly,
    Group,
    Item,
    Layer,
    Linked,
    Outline,
    Shape,
    Symmetry,
    TextItem,
)
from buildup.errors import Refusal
from buildup.geometry.tolerances import FARTHEST
from buildup.messages import refusal

T = TypeVar("T")
FORM = 15
"""Of items and deltas as they are kept. Form 1 had no containers, and said no form; form 2 had no
patches in deltas; form 3 had no symmetries; form 4 had no assemblies;
form 5 had no dashes, and assemblies no edge; form 6 had no anchors that are kept eased; form 7 had
one stroke a style and nothing but an opacity of containers; form 8 had no linked copies; form 9
had no text; up to form 10 text was of type `words`, and some fields had other names; form 11
had no measures; form 12 had no pictures; form
13 had no axes, features and directions of text; form 14 had no live blends, and another name of
`show_parts`."""
ITEM_TYPES: Mapping[str, type[Item]] = {
    "outline": Outline,
    "shape": Shape,
    "text": TextItem,
    "layer": Layer,
    "group": Group,
    "symmetry": Symmetry,
    "assembly": Assembly,
    "linked": Linked,
}
"""The types of items by their word."""
_WORDS = {kind: word for word, kind in ITEM_TYPES.items()}
_SYMMETRY = '{"type": "symmetry"'
_PLAIN = frozenset({float, int, str, bool, type(None)})
"""Types that are JSON values as they are."""
Reader = Callable[[Any], Any]
Number = Callable[[object], float]


def finite(number: object, position: str = "") -> float:
    """A number of the drawing: finite and at most `FARTHEST` from 0.

    Raises:
        Refusal: `bad_data`.

    """
    if isinstance(number, bool) or not isinstance(number, int | float):
        raise refusal("bad_data.number", position)
    if not -FARTHEST <= number <= FARTHEST:  # also refuses NaN
        raise refusal("bad_data.large", position)
    return float(number)


def _at_all(number: object) -> float:
    if isinstance(number, bool) or not isinstance(number, int | float):
        raise refusal("bad_data.number")
    try:
        kept = float(number)
    except OverflowError:  # a whole number with more digits than any length has
        kept = math.inf
    if not math.isfinite(kept):
        raise refusal("bad_data.infinite")
    return kept


def write(value: Any, *, defaults: bool = False) -> Any:
    """A value of the drawing as JSON values; what is nothing by default only when `defaults`.

    >>> write(1 + 2j)
    [1.0, 2.0]
    """
    kind = type(value)
    if kind in _PLAIN:
        return value
    if kind is complex:
        return [value.real, value.imag]
    if kind is Anchor and not defaults and (plain := plain_anchor(value)) is not None:
        return plain
    if kind is tuple:
        return [v if type(v) in _PLAIN else write(v, defaults=defaults) for v in value]
    if is_dataclass(kind):
        written: dict[str, Any] = {}
        for name, usual in _usual(kind):
            held = getattr(value, name)
            of = type(held)
            if of in _PLAIN:
                if defaults or not (held is None or held is False) or held is not usual:
                    written[name] = held
            elif of is complex:
                written[name] = [held.real, held.imag]
            elif defaults or held != () or usual != ():
                written[name] = write(held, defaults=defaults)
        return written
    if isinstance(value, Mapping):
        return {k: write(v, defaults=defaults) for k, v in value.items()}
    return value


def read(kind: type[T], data: object) -> T:
    """A value of a type from JSON values that come in.

    Raises:
        Refusal: `bad_data`, with the name of the field.

    """
    reader: Reader = _reader(cast(Any, kind), finite)
    result: T = reader(data)
    return result


def read_stored(kind: type[T], data: object) -> T:
    """A value of a type from JSON values that were kept: numbers need only be finite.

    Raises:
        Refusal: `bad_data`, with the name of the field.

    """
    reader: Reader = _reader(cast(Any, kind), _at_all)
    result: T = reader(data)
    return result


def check_in_range(*values: object) -> None:
    """Refuses values with a number that `read` would refuse, however deep it sits.

    Raises:
        Refusal: `too_far`.

    >>> check_in_range((1e6 + 0j, 3.0), "any text")
    """
    for value in values:
        kind = type(value)
        if kind is complex:
            number = cast(complex, value)
            sound = abs(number.real) <= FARTHEST and abs(number.imag) <= FARTHEST
        elif kind is float:
            sound = abs(cast(float, value)) <= FARTHEST
        elif kind is tuple:
            check_in_range(*cast(tuple[object, ...], value))
            continue
        elif kind is Anchor:  # most of what is checked, so without looking for its fields
            anchor = cast(Anchor, value)
            at, into, out = anchor.at, anchor.into or 0j, anchor.out or 0j
            sound = (
                max(at.real, at.imag, into.real, into.imag, out.real, out.imag) <= FARTHEST
                and min(at.real, at.imag, into.real, into.imag, out.real, out.imag) >= -FARTHEST
                and at == at  # noqa: PLR0124  # what is no number is not itself
                and into == into  # noqa: PLR0124
                and out == out  # noqa: PLR0124
            )
            if anchor.twin is not None or anchor.corner is not None:
                check_in_range(anchor.twin, anchor.corner)
        else:
            if kind not in _PLAIN:
                check_in_range(*_held(value))
            continue
        if not sound:
            raise refusal("too_far")


def _held(value: object) -> Iterable[object]:
    """What a value of the drawing holds."""
    if is_dataclass(value):
        return [getattr(value, f.name) for f in _fields(cast(Any, type(value)))]
    return value.values() if isinstance(value, Mapping) else ()


def type_of(item: Item) -> str:
    """The word for an item's type."""
    return _WORDS[type(item)]


def write_item(item: Item) -> dict[str, Any]:
    """An item as JSON values to be kept; `type` says which, `form` how it is written."""
    return {"type": type_of(item), "form": FORM, **write(item)}


def may_be_empty(text: str) -> bool:
    """Whether an item that was kept as JSON text is a container that may hold nothing.

    Layers aside, of which a tree knows; told from the first word, so that nothing is read.

    >>> import json
    >>> may_be_empty(json.dumps(write_item(Symmetry(id="a", name="A"))))
    True
    """
    return text.startswith(_SYMMETRY)


def read_item(data: Mapping[str, Any]) -> Item:
    """An item from JSON values that were kept in any form.

    Raises:
        Refusal: `bad_data`.

    """
    rest = dict(data)
    word = rest.pop("type", "")
    kind = ITEM_TYPES.get(EARLIER_TYPES.get(word, word))
    check_form(rest.pop("form", 1))
    if kind is None:
        raise refusal("bad_data.item_type", str(data.get("type")))
    item: Item = read_stored(kind, rest)
    return item


def check_form(form: object) -> None:
    """Refuses what a later program wrote."""
    if not isinstance(form, int) or not 1 <= form <= FORM:
        raise refusal("bad_data.later", "form")


@cache
def _fields(cls: Any) -> "tuple[Field[Any], ...]":
    return fields(cls)


@cache
def _usual(cls: Any) -> tuple[tuple[str, object], ...]:
    """The names of a class' fields, each with what it is when it is left out."""
    return tuple((f.name, f.default) for f in fields(cls))


def _point(number: Number) -> Reader:
    def reader(data: Any) -> complex:
        if not isinstance(data, list | tuple) or len(data) != 2:
            raise refusal("bad_data.point")
        return complex(number(data[0]), number(data[1]))

    return reader


def _of_type(kind: type) -> Reader:
    def reader(data: Any) -> Any:
        if not isinstance(data, kind) or (kind is int and isinstance(data, bool)):
            raise refusal("bad_data.type", type=kind.__name__)
        return data

    return reader


def _one_of(choices: tuple[Any, ...]) -> Reader:
    def reader(data: Any) -> Any:
        if data not in choices:
            raise refusal("bad_data.choice", value=data, choices=", ".join(map(str, choices)))
        return data

    return reader


def _union(options: tuple[Any, ...], number: Number) -> Reader:
    readers = [_reader(o, number) for o in options if o is not type(None)]

    def reader(data: Any) -> Any:
        if data is None and len(readers) < len(options):
            return None
        for attempt in readers[:-1]:
            try:
                return attempt(data)
            except Refusal:
                continue
        return readers[-1](data)

    return reader


def _tuple(parts: tuple[Any, ...], number: Number) -> Reader:
    each = [_reader(p, number) for p in parts if p is not Ellipsis]

    def reader(data: Any) -> Any:
        if not isinstance(data, list | tuple):
            raise refusal("bad_data.list")
        if parts[-1] is Ellipsis:
            return tuple(each[0](d) for d in data)
        if len(data) != len(each):
            raise refusal("bad_data.list_length", count=len(each))
        return tuple(r(d) for r, d in zip(each, data, strict=True))

    return reader


def _mapping(value_type: Any, number: Number) -> Reader:
    each = _reader(value_type, number)

    def reader(data: Any) -> Any:
        if not isinstance(data, Mapping) or not all(isinstance(k, str) for k in data):
            raise refusal("bad_data.object")
        return {k: each(v) for k, v in data.items()}

    return reader


def _dataclass(cls: Any, number: Number) -> Reader:
    hints = typing.get_type_hints(cls)
    readers = {f.name: _reader(hints[f.name], number) for f in _fields(cls)}
    as_now = EARLIER.get(cls)
    names = getattr(cls, "EARLIER_NAMES", None)
    if names:
        as_now = partial(renamed_fields, names=names)
    needed = [f.name for f in _fields(cls) if f.default is MISSING and f.default_factory is MISSING]

    def reader(data: Any) -> Any:
        if not isinstance(data, Mapping):
            raise refusal("bad_data.fields", type=cls.__name__)
        if as_now is not None:
            data = as_now(data)
        values = {}
        for name, value in data.items():
            known = readers.get(name)
            if known is None:
                raise refusal("bad_data.unknown_field", name, type=cls.__name__, field=name)
            try:
                values[name] = known(value)
            except Refusal as problem:
                raise Refusal(problem.code, problem.sentence, problem.place or name) from None
        for name in needed:
            if name not in values:
                raise refusal("bad_data.missing_field", name, type=cls.__name__, field=name)
        return cls(**values)

    return reader


@cache
def _reader(kind: Any, number: Number) -> Reader:
    if kind is complex:
        return _point(number)
    if kind is float:
        return number
    if kind in (str, bool, int):
        return _of_type(kind)
    if kind is Anchor:
        most = FARTHEST if number is finite else sys.float_info.max
        return anchor_reader(_dataclass(kind, number), most)
    if is_dataclass(kind):
        return _dataclass(kind, number)
    origin, args = typing.get_origin(kind), typing.get_args(kind)
    if origin is Literal:
        return _one_of(args)
    if origin in (Union, types.UnionType):
        return _union(args, number)
    if origin is tuple:
        return _tuple(args, number)
    if origin is not None and issubclass(origin, Mapping):
        return _mapping(args[1], number)
    raise TypeError(f"no JSON form for {kind!r}")
