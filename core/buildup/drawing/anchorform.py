"""The JSON form of a plain anchor, straight: most of what is stored of a drawing is anchors.

It says and refuses what the rule for every dataclass does (`codec`): whatever is not an anchor with
nothing but a position, handles and a kind goes there.
"""

from collections.abc import Callable
from typing import Any, cast, get_args

from buildup.contours.anchors import Anchor, AnchorKind

KINDS = frozenset(get_args(AnchorKind))


def anchor_reader(general: Callable[[Any], Any], most: float) -> Callable[[Any], Any]:
    """A reader of anchors.

    Args:
        general: reads what is no plain anchor.
        most: coordinates lie within this distance of 0.

    >>> anchor_reader(str, 10.0)({"at": [1.0, 2.0], "kind": "smooth"}).at
    (1+2j)
    >>> anchor_reader(len, 10.0)({"at": [11.0, 0.0], "kind": "smooth"})
    2
    """

    def reader(data: Any) -> Any:
        if type(data) is not dict:
            return general(data)
        at: complex | None = None
        into: complex | None = None
        out: complex | None = None
        kind = "corner"
        for name, value in data.items():
            if name == "kind":
                if type(value) is not str or value not in KINDS:
                    return general(data)
                kind = value
                continue
            if type(value) is not list or len(value) != 2:
                return general(data)
            x, y = value
            if type(x) is not float or type(y) is not float:
                return general(data)
            if not (-most <= x <= most and -most <= y <= most):
                return general(data)
            if name == "at":
                at = complex(x, y)
            elif name == "into":
                into = complex(x, y)
            elif name == "out":
                out = complex(x, y)
            else:
                return general(data)
        return general(data) if at is None else Anchor(at, into, out, cast(AnchorKind, kind))

    return reader


def plain_anchor(anchor: Anchor) -> dict[str, Any] | None:
    """The JSON form of an anchor; None where it has more than a position, handles and a kind.

    >>> plain_anchor(Anchor(1 + 2j, None, 1j))
    {'at': [1.0, 2.0], 'out': [0.0, 1.0], 'kind': 'corner'}
    >>> plain_anchor(Anchor(0j, eased=True)) is None
    True
    """
    if anchor.twin or anchor.corner or anchor.seam or anchor.eased or anchor.follows:
        return None
    at, into, out = anchor.at, anchor.into, anchor.out
    form: dict[str, Any] = {"at": [at.real, at.imag]}
    if into is not None:
        form["into"] = [into.real, into.imag]
    if out is not None:
        form["out"] = [out.real, out.imag]
    form["kind"] = anchor.kind
    return form
