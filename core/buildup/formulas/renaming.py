"""A name that changes in all formulas that use it; nothing else of their text does."""

from buildup.errors import Refusal
from buildup.formulas.grammar import Name, Reading, parse, parts


def renamed(text: str, names: dict[str, str]) -> str:
    """A formula with some measures called otherwise.

    Args:
        text: as it was typed; what cannot be read stays as it is.
        names: the new name by the old one.

    >>> renamed("=2*r + rr + r.width", {"r": "radius", "rr": "r"})
    '=2*radius + r + r.width'
    """
    return _replaced(text, {(Name, old): new for old, new in names.items()})


def items_renamed(text: str, names: dict[str, str]) -> str:
    """A formula in which some items that it reads are called otherwise.

    Args:
        text: as it was typed; what cannot be read stays as it is.
        names: the new name by the old one, both as `formula_name` has them.

    >>> items_renamed("body.width + body", {"body": "plate"})
    'plate.width + body'
    """
    return _replaced(text, {(Reading, old): new for old, new in names.items()})


def _replaced(text: str, names: dict[tuple[type, str], str]) -> str:
    try:
        found = [n for n in parts(parse(text)) if isinstance(n, Name | Reading)]
    except Refusal:
        return text
    for node in sorted(found, key=lambda n: n.at, reverse=True):
        old = node.name if isinstance(node, Name) else node.item
        known = old if isinstance(node, Name) else old.casefold()
        new = names.get((type(node), known))
        if new is not None:
            text = text[: node.at] + new + text[node.at + len(old) :]
    return text
