"""How a point is written where schemas are made of dataclasses."""

from typing import Annotated, Any


class _PointForm:
    """Tells schema libraries that ask that a point is written `[x, y]`."""

    def __get_pydantic_core_schema__(self, source: Any, handler: Any) -> dict[str, Any]:
        written = {"type": "function-plain", "function": lambda value: [value.real, value.imag]}
        return {**handler(source), "serialization": written}

    def __get_pydantic_json_schema__(self, core_schema: Any, handler: Any) -> dict[str, Any]:
        number = {"type": "number"}
        pair = {"prefixItems": [number, number], "minItems": 2, "maxItems": 2}
        return {"type": "array", **pair}


Coordinates = Annotated[complex, _PointForm()]
"""A point or a vector in sheet units."""
