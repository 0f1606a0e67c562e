"""Functions of a PDF (ISO 32000-1, 7.10): sampled, exponential, stitched, calculated."""

import itertools
import math
import re
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

import pikepdf

from imports.pdf.pdfvalues import number_in, numbers_in, part, within

MOST_SAMPLES = 1_000_000
MOST_STEPS = 10_000
"""Of one calculation."""
DEEPEST = 10
"""Functions in functions."""
Values = list[float]
Function = Callable[[Sequence[float]], Values]


class Unreadable(Exception):
    """A function that cannot be read."""


def function_in(value: Any, depth: int = 0) -> Function:
    """A function, or several of one result each as one.

    Raises:
        Unreadable: it is broken, or of no type known.
    """
    if isinstance(value, pikepdf.Array):
        each = [function_in(v, depth + 1) for v in value]
        return lambda at: [v for f in each for v in f(at)]
    makers = {0: _sampled, 2: _exponential, 3: _stitched, 4: _calculated}
    maker = makers.get(int(number_in(part(value, "FunctionType"), -1.0)))
    if maker is None or depth > DEEPEST:
        raise Unreadable
    domain, bounds = numbers_in(part(value, "Domain")), numbers_in(part(value, "Range"))
    try:
        made = maker(value, depth)
    except (ValueError, IndexError, ZeroDivisionError, OverflowError, pikepdf.PdfError):
        raise Unreadable from None

    def function(at: Sequence[float]) -> Values:
        try:
            return within(made(within(at, domain)), bounds)
        except (ValueError, IndexError, ZeroDivisionError, OverflowError, TypeError):
            raise Unreadable from None

    return function


def bends_of(value: Any) -> list[float] | None:
    """Where a function of one value may bend; between those it is linear. None: anywhere."""
    if isinstance(value, pikepdf.Array):
        return None
    kind = int(number_in(part(value, "FunctionType"), -1.0))
    if kind == 2:
        return [] if number_in(part(value, "N"), 1.0) == 1.0 else None
    if kind != 3:
        return None
    held = part(value, "Functions")
    if not isinstance(held, pikepdf.Array) or any(bends_of(f) != [] for f in held):
        return None
    return numbers_in(part(value, "Bounds"))


def _exponential(value: Any, _depth: int) -> Function:
    first = numbers_in(part(value, "C0")) or [0.0]
    last = numbers_in(part(value, "C1")) or [1.0]
    power = number_in(part(value, "N"), 1.0)

    def function(at: Sequence[float]) -> Values:
        share = at[0] ** power
        return [a + share * (b - a) for a, b in zip(first, last, strict=False)]

    return function


def _stitched(value: Any, depth: int) -> Function:
    each = [function_in(f, depth + 1) for f in part(value, "Functions") or ()]
    domain = numbers_in(part(value, "Domain"))
    bounds, encode = numbers_in(part(value, "Bounds")), numbers_in(part(value, "Encode"))
    if not each or len(bounds) != len(each) - 1 or len(encode) < 2 * len(each):
        raise Unreadable
    edges = [domain[0], *bounds, domain[1]]

    def function(at: Sequence[float]) -> Values:
        k = sum(at[0] >= b for b in bounds)
        low, high = edges[k : k + 2]
        first, last = encode[2 * k : 2 * k + 2]
        share = (at[0] - low) / (high - low) if high > low else 0.0
        return each[k]([first + share * (last - first)])

    return function


def _sampled(value: Any, _depth: int) -> Function:
    sizes = [int(s) for s in numbers_in(part(value, "Size"))]
    bits = int(number_in(part(value, "BitsPerSample"), 8.0))
    domain, bounds = numbers_in(part(value, "Domain")), numbers_in(part(value, "Range"))
    results = len(bounds) // 2
    encode = numbers_in(part(value, "Encode")) or [e for s in sizes for e in (0.0, s - 1.0)]
    decode = numbers_in(part(value, "Decode")) or bounds
    count = math.prod(sizes) * results
    if not sizes or min(sizes) < 1 or not 1 <= bits <= 32 or not 0 < count <= MOST_SAMPLES:
        raise Unreadable
    data = int.from_bytes(value.read_bytes(), "big")
    length = 8 * len(value.read_bytes())
    if length < count * bits:
        raise Unreadable
    mask = (1 << bits) - 1
    top = float(mask)

    def sample(position: Sequence[int], k: int) -> float:
        index, step = 0, 1
        for at, size in zip(position, sizes, strict=True):
            index, step = index + at * step, step * size
        shift = length - (index * results + k + 1) * bits
        low, high = decode[2 * k : 2 * k + 2]
        return low + (data >> shift & mask) / top * (high - low)

    def function(at: Sequence[float]) -> Values:
        places = []
        for n, size in enumerate(sizes):
            low, high = domain[2 * n : 2 * n + 2]
            first, last = encode[2 * n : 2 * n + 2]
            along = first + (at[n] - low) / (high - low) * (last - first)
            places.append(min(max(along, 0.0), size - 1.0))
        found = [0.0] * results
        for ends in itertools.product((0, 1), repeat=len(sizes)):
            weight, position = 1.0, []
            for place, end, size in zip(places, ends, sizes, strict=True):
                below = min(int(place), size - 1)
                share = place - below
                weight *= share if end else 1.0 - share
                position.append(min(below + end, size - 1))
            if weight:
                for k in range(results):
                    found[k] += weight * sample(position, k)
        return found

    return function


_WORD = re.compile(r"[{}]|[^\s{}]+")
Program = list["float | str | Program"]


def _calculated(value: Any, _depth: int) -> Function:
    words = iter(_WORD.findall(value.read_bytes().decode("ascii", "replace")))
    if next(words, "") != "{":
        raise Unreadable
    program = _block(words, 0)

    def function(at: Sequence[float]) -> Values:
        run = _Run(list(at))
        run.all(program)
        return [float(v) for v in run.stack]

    return function


def _block(words: Any, depth: int) -> Program:
    found: Program = []
    if depth > DEEPEST:
        raise Unreadable
    for word in words:
        if word == "}":
            return found
        if word == "{":
            found.append(_block(words, depth + 1))
        else:
            try:
                found.append(float(word))
            except ValueError:
                found.append(word)
    raise Unreadable


_ONE: dict[str, Callable[[float], float]] = {
    "abs": abs,
    "neg": lambda a: -a,
    "ceiling": math.ceil,
    "floor": math.floor,
    "round": lambda a: math.floor(a + 0.5),
    "truncate": math.trunc,
    "cvi": math.trunc,
    "cvr": float,
    "sqrt": math.sqrt,
    "sin": lambda a: math.sin(math.radians(a)),
    "cos": lambda a: math.cos(math.radians(a)),
    "ln": math.log,
    "log": math.log10,
    "not": lambda a: (not a) if isinstance(a, bool) else ~int(a),
}
_TWO: dict[str, Callable[[float, float], float]] = {
    "add": lambda a, b: a + b,
    "sub": lambda a, b: a - b,
    "mul": lambda a, b: a * b,
    "div": lambda a, b: a / b,
    "idiv": lambda a, b: int(a / b),
    "mod": math.fmod,
    "exp": lambda a, b: a**b,
    "atan": lambda a, b: math.degrees(math.atan2(a, b)) % 360.0,
    "eq": lambda a, b: a == b,
    "ne": lambda a, b: a != b,
    "gt": lambda a, b: a > b,
    "ge": lambda a, b: a >= b,
    "lt": lambda a, b: a < b,
    "le": lambda a, b: a <= b,
    "and": lambda a, b: int(a) & int(b),
    "or": lambda a, b: int(a) | int(b),
    "xor": lambda a, b: int(a) ^ int(b),
    "bitshift": lambda a, b: int(a) << int(b) if 0 <= b < 32 else int(a) >> min(int(-b), 63),
}


@dataclass
class _Run:
    """A calculation while it is done."""

    stack: list[float]
    steps: int = 0

    def all(self, program: Program) -> None:
        for n, word in enumerate(program):
            self.steps += 1
            if self.steps > MOST_STEPS or len(self.stack) > 200:
                raise ValueError
            if isinstance(word, float):
                self.stack.append(word)
            elif isinstance(word, str):
                self._do(word, program, n)

    def _do(self, word: str, program: Program, n: int) -> None:
        stack = self.stack
        if word in _ONE:
            stack.append(_ONE[word](stack.pop()))
        elif word in _TWO:
            last, first = stack.pop(), stack.pop()
            stack.append(_TWO[word](first, last))
        elif word in ("true", "false"):
            stack.append(word == "true")
        elif word == "pop":
            stack.pop()
        elif word == "exch":
            stack[-2:] = stack[:-3:-1]
        elif word == "dup":
            stack.append(stack[-1])
        elif word == "copy":
            count = int(stack.pop())
            stack += stack[-count:] if count > 0 else []
        elif word == "index":
            stack.append(stack[-1 - int(stack.pop())])
        elif word == "roll":
            self._roll()
        elif word in ("if", "ifelse"):
            self._choose(word, program, n)
        else:
            raise ValueError

    def _roll(self) -> None:
        by, count = int(self.stack.pop()), int(self.stack.pop())
        if count > 0:
            held = self.stack[-count:]
            by %= count
            self.stack[-count:] = held[-by:] + held[:-by] if by else held

    def _choose(self, word: str, program: Program, n: int) -> None:
        holds = self.stack.pop()
        first = program[n - 1 if word == "if" else n - 2]
        chosen = first if holds else program[n - 1] if word == "ifelse" else []
        if not isinstance(chosen, list):
            raise ValueError
        self.all(chosen)
