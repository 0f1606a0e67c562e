"""Items, sheets and changes as JSON values, and back.

One rule for every frozen dataclass: fields by name, defaults left out; a point is `[x, y]`.
Reading refuses unknown fields, wrong types, NaN, infinity and absurd magnitudes.
"""

import types
import typing
from collections.abc import Callable, Mapping
from dataclasses import MISSING, Field, fields, is_dataclass
from functools import cache
from typing import Any, Literal, TypeVar, Union, cast

from buildup.drawing.model import Item, Outline, Shape
from buildup.errors import Refusal
from buildup.geometry.tolerances import FARTHEST

T = TypeVar("T")
_PLAIN = frozenset({float, int, str, bool, type(None)})
"""Types that are JSON values as they are."""
Reader = Callable[[Any], Any]


def wrong(what: str, place: str = "") -> Refusal:
    """The refusal for data that is not what it should be."""
    return Refusal("bad_data", f"{what} Nothing was changed.", place)


def finite(number: object, place: str = "") -> float:
    """A number of the drawing: finite and at most `FARTHEST` from 0.

    Raises:
        Refusal: `bad_data`.

    """
    if isinstance(number, bool) or not isinstance(number, int | float):
        raise wrong("A number was expected.", place)
    if not -FARTHEST <= number <= FARTHEST:  # also refuses NaN
        raise wrong("A number is not finite or far too large.", place)
    return float(number)


def write(value: Any, *, defaults: bool = False) -> Any:
    """A value of the drawing as JSON values; fields at their default only when `defaults`.

    >>> write(1 + 2j)
    [1.0, 2.0]
    """
    kind = type(value)
    if kind in _PLAIN:
        return value
    if kind is complex:
        return [value.real, value.imag]
    if kind is tuple:
        return [v if type(v) in _PLAIN else write(v, defaults=defaults) for v in value]
    if is_dataclass(kind):
        return {
            f.name: write(getattr(value, f.name), defaults=defaults)
            for f in _fields(kind)
            if defaults or not _is_default(f, getattr(value, f.name))
        }
    if isinstance(value, Mapping):
        return {k: write(v, defaults=defaults) for k, v in value.items()}
    return value


def read(kind: type[T], data: object) -> T:
    """A value of a type from JSON values.

    Raises:
        Refusal: `bad_data`, with the name of the field.

    """
    reader: Reader = _reader(cast(Any, kind))
    result: T = reader(data)
    return result


def write_item(item: Item) -> dict[str, Any]:
    """An item as JSON values; `type` says which."""
    return {"type": "shape" if isinstance(item, Shape) else "outline", **write(item)}


def read_item(data: Mapping[str, Any]) -> Item:
    """An item from JSON values.

    Raises:
        Refusal: `bad_data`.

    """
    rest = dict(data)
    kind = rest.pop("type", None)
    if kind == "shape":
        return read(Shape, rest)
    if kind == "outline":
        return read(Outline, rest)
    raise wrong("An item of an unknown type was found.", str(kind))


@cache
def _fields(cls: Any) -> "tuple[Field[Any], ...]":
    return fields(cls)


def _is_default(f: "Field[Any]", value: object) -> bool:
    return f.default is not MISSING and f.default == value and type(f.default) is type(value)


def _point(data: Any) -> complex:
    if not isinstance(data, list | tuple) or len(data) != 2:
        raise wrong("A point needs two numbers.")
    return complex(finite(data[0]), finite(data[1]))


def _of_type(kind: type) -> Reader:
    def reader(data: Any) -> Any:
        if not isinstance(data, kind) or (kind is int and isinstance(data, bool)):
            raise wrong(f"A value of the kind “{kind.__name__}” was expected.")
        return data

    return reader


def _one_of(choices: tuple[Any, ...]) -> Reader:
    def reader(data: Any) -> Any:
        if data not in choices:
            raise wrong(f"“{data}” is not one of {', '.join(map(str, choices))}.")
        return data

    return reader


def _union(options: tuple[Any, ...]) -> Reader:
    readers = [_reader(o) for o in options if o is not type(None)]

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


def _tuple(parts: tuple[Any, ...]) -> Reader:
    each = [_reader(p) for p in parts if p is not Ellipsis]

    def reader(data: Any) -> Any:
        if not isinstance(data, list | tuple):
            raise wrong("A list was expected.")
        if parts[-1] is Ellipsis:
            return tuple(each[0](d) for d in data)
        if len(data) != len(each):
            raise wrong(f"A list of {len(each)} was expected.")
        return tuple(r(d) for r, d in zip(each, data, strict=True))

    return reader


def _mapping(value_type: Any) -> Reader:
    each = _reader(value_type)

    def reader(data: Any) -> Any:
        if not isinstance(data, Mapping) or not all(isinstance(k, str) for k in data):
            raise wrong("A set of named values was expected.")
        return {k: each(v) for k, v in data.items()}

    return reader


def _dataclass(cls: Any) -> Reader:
    hints = typing.get_type_hints(cls)
    readers = {f.name: _reader(hints[f.name]) for f in _fields(cls)}
    needed = [f.name for f in _fields(cls) if f.default is MISSING and f.default_factory is MISSING]

    def reader(data: Any) -> Any:
        if not isinstance(data, Mapping):
            raise wrong(f"{cls.__name__}: a set of named values was expected.")
        values = {}
        for name, value in data.items():
            known = readers.get(name)
            if known is None:
                raise wrong(f"{cls.__name__} has nothing called “{name}”.", name)
            try:
                values[name] = known(value)
            except Refusal as problem:
                raise Refusal(problem.code, problem.sentence, problem.place or name) from None
        for name in needed:
            if name not in values:
                raise wrong(f"{cls.__name__} lacks “{name}”.", name)
        return cls(**values)

    return reader


@cache
def _reader(kind: Any) -> Reader:
    if kind is complex:
        return _point
    if kind is float:
        return finite
    if kind in (str, bool, int):
        return _of_type(kind)
    if is_dataclass(kind):
        return _dataclass(kind)
    origin, args = typing.get_origin(kind), typing.get_args(kind)
    if origin is Literal:
        return _one_of(args)
    if origin in (Union, types.UnionType):
        return _union(args)
    if origin is tuple:
        return _tuple(args)
    if origin is not None and issubclass(origin, Mapping):
        return _mapping(args[1])
    raise TypeError(f"no JSON form for {kind!r}")
