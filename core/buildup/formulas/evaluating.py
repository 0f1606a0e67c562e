"""What a formula comes to, with the values of what it names."""

from collections.abc import Callable, Mapping

from buildup.drawing.units import UNITS
from buildup.formulas.functions import CONSTANTS, FUNCTIONS
from buildup.formulas.grammar import Call, Name, Negated, Node, Product, Reading, Sum, Typed, parts
from buildup.formulas.quantities import Quantity, added, divided, negated, times
from buildup.messages import refusal

Reader = Callable[[str, str], Quantity]
"""What is read off an item: by its name and what of it, as they are typed."""


def names_in(node: Node) -> tuple[str, ...]:
    """The measures that a formula names, each once, in the order of the text.

    >>> from buildup.formulas.grammar import parse
    >>> names_in(parse("2*r + max(gap; r) + pi"))
    ('r', 'gap')
    """
    found = (n.name for n in parts(node) if isinstance(n, Name) and n.name not in CONSTANTS)
    return tuple(dict.fromkeys(found))


def readings_in(node: Node) -> tuple[tuple[str, str], ...]:
    """What a formula reads off items: of each the item's name and what of it, each once."""
    found = ((n.item, n.what) for n in parts(node) if isinstance(n, Reading))
    return tuple(dict.fromkeys(found))


def value_of(
    node: Node, measures: Mapping[str, Quantity], *, unit: str, read: Reader | None = None
) -> Quantity:
    """What a formula comes to.

    Args:
        node: a formula that was read.
        measures: the values of what it may name.
        unit: in which lengths without a unit were typed.
        read: what is read off items; None: nothing can be.

    Raises:
        Refusal: `bad_formula`, with a sentence that says what is wrong and where.

    >>> from buildup.formulas.grammar import parse
    >>> value_of(parse("1 + 1 in"), {}, unit="in").value
    192.0

    """
    return _Evaluation(measures, unit, read).of(node).checked()


class _Evaluation:
    def __init__(self, measures: Mapping[str, Quantity], unit: str, read: Reader | None) -> None:
        self.measures = measures
        self.unit = unit
        self.read = read

    def of(self, node: Node) -> Quantity:
        match node:
            case Typed(_, quantity):
                return quantity
            case Name(name, at):
                return self._named(name, at)
            case Reading(item, what, at):
                if self.read is None:
                    raise refusal("bad_formula.no_reading", name=f"{item}.{what}", position=at + 1)
                return self.read(item, what)
            case Negated(of):
                return negated(self.of(of))
            case Sum(terms):
                return added(tuple(self.of(t) for t in terms), unit=self.unit)
            case Product(first, rest):
                value = self.of(first)
                for sign, other, _ in rest:
                    value = (times if sign == "*" else divided)(value, self.of(other))
                return value
            case Call():
                return self._called(node)

    def _named(self, name: str, at: int) -> Quantity:
        found = self.measures.get(name) or CONSTANTS.get(name)
        if found is None:
            raise refusal("bad_formula.unknown", name=name[:30], position=at + 1)
        return found

    def _called(self, call: Call) -> Quantity:
        known = FUNCTIONS.get(call.function)
        if known is None:
            names = ", ".join(FUNCTIONS)
            raise refusal(
                "bad_formula.function", name=call.function[:30], known=names, position=call.at + 1
            )
        count = len(call.arguments)
        if count < known.least or (known.most is not None and count > known.most):
            raise refusal("bad_formula.arguments", name=known.name, position=call.at + 1)
        return known.of(tuple(self.of(a) for a in call.arguments), self.unit)


def is_name(text: str) -> bool:
    """Whether a measure can be called so: letters, digits, underscores, no unit and no function.

    >>> is_name("r"), is_name("größe_2"), is_name("2r"), is_name("mm"), is_name("sin")
    (True, True, False, False, False)
    """
    taken = (
        text in CONSTANTS
        or text in FUNCTIONS
        or text.lower() in UNITS
        or text in ("deg", "inch", "inches")
    )
    return text.isidentifier() and not taken and len(text) <= LONGEST_NAME


LONGEST_NAME = 40
"""Characters."""
