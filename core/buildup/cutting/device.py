"""A simulated cutter: it takes HP-GL in pieces, cuts, and answers as such devices do.

Known are IN, DF, PS, SP, PU, PD, PA, PR, VS, FS and the questions OE, OS, OI, OA; what it did is
asked with OR, which is its own. A mistake is kept as the number of HP-GL's error table until OE
asks for it: 1 is no instruction, 2 a wrong number of parameters, 3 a parameter out of range, 6 a
place off the sheet, 7 a full buffer. An instruction with a mistake does nothing (HP-GL reference:
chapters on instructions, status and errors).
"""

import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass, field

from buildup.formats.hpgl.hpglread import PenStroke
from buildup.formats.hpgl.hpglwrite import PENS

STEPS = 40.0
"""Plotter units a millimetre."""
LONGEST = 4_096
"""Bytes of one instruction."""
MOST_STEPS = 1_000_000
"""Places of one job."""
WIDEST, LONGEST_SHEET = 1_500.0, 3_000.0
"""Millimetres of the largest sheet that it takes."""
IDENTITY = "CUTTING TABLE"
FASTEST = 100.0
"""Centimetres a second."""
ERRORS: Mapping[int, str] = {
    0: "no error",
    1: "unknown instruction",
    2: "wrong number of parameters",
    3: "parameter out of range",
    6: "position off the sheet",
    7: "buffer full",
}
"""What its error numbers mean."""
_INSTRUCTION = re.compile(rb"\s*([A-Za-z]{2})([^;A-Za-z]*)(;|(?=[A-Za-z]))")
_NO_INSTRUCTION = re.compile(rb"\s*(?:[^A-Za-z\s]|[A-Za-z][^A-Za-z])")
_SKIPPED = re.compile(rb"\s*[A-Za-z]?[^A-Za-z]*")
"""What can begin no instruction, up to where one can begin."""
_NUMBER = re.compile(rb"[-+]?(?:\d+\.?\d*|\.\d+)")
_SPACE = b" \t\r\n"


class Mistake(Exception):
    """An instruction that is not done; its number is that of HP-GL's table."""

    def __init__(self, number: int) -> None:
        super().__init__(ERRORS[number])
        self.number = number


@dataclass
class Cutter:
    """A cutter with a sheet in it.

    Args:
        width: millimetres.
        height: likewise.

    """

    width: float
    height: float
    error: int = field(default=0, init=False)
    """The first mistake that nobody has asked for yet."""
    speed: float = field(default=8.0, init=False)
    """Centimetres a second."""
    strokes: list[PenStroke] = field(default_factory=list, init=False)
    """What it did so far."""
    _pending: bytes = field(default=b"", init=False)
    _at: complex = field(default=0j, init=False)
    _pen: int = field(default=0, init=False)
    _down: bool = field(default=False, init=False)
    _relative: bool = field(default=False, init=False)
    _steps: int = field(default=0, init=False)

    def feed(self, data: bytes) -> bytes:
        r"""Take some bytes, as they come; what is answered to questions among them.

        What is no whole instruction yet waits for the rest.

        >>> cutter = Cutter(100.0, 100.0)
        >>> cutter.feed(b"IN;SP1;PU0,0;P"), cutter.feed(b"D400,0;OE;")
        (b'', b'0\r')
        >>> cutter.feed(b"XY;OE;OE;")
        b'1\r0\r'

        """
        self._pending += data
        answers: list[bytes] = []
        asked: set[str] = set()
        at = 0
        while at < len(self._pending):
            match = _INSTRUCTION.match(self._pending, at)
            if match is None:
                if _NO_INSTRUCTION.match(self._pending, at) is not None:
                    at += self._skipped(at)
                    continue
                break
            at = match.end()
            verb = match[1].upper().decode()
            if verb == "OR" and verb in asked:
                continue  # whoever asks again has not read the first answer yet
            asked.add(verb)
            answer = self._do(verb, match[2])
            if answer is not None:
                answers.append(answer.encode() + b"\r")
        self._pending = self._pending[at:]
        if len(self._pending) > LONGEST:
            self._fault(7)
            self._pending = b""
        return b"".join(answers)

    def _skipped(self, at: int) -> int:
        """Leave out what can begin no instruction, up to where one can."""
        left_out = _SKIPPED.match(self._pending, at)
        text = left_out[0] if left_out else b""
        if text.strip(_SPACE + b";"):
            self._fault(1)
        return max(len(text), 1)

    def _do(self, name: str, data: bytes) -> str | None:
        try:
            numbers = _numbers(data)
            if name in QUESTIONS:
                return QUESTIONS[name](self)
            known = INSTRUCTIONS.get(name)
            if known is None:
                raise Mistake(1)
            known(self, numbers)
        except Mistake as mistake:
            self._fault(mistake.number)
        return None

    def _fault(self, number: int) -> None:
        if not self.error:
            self.error = number

    def _begin(self, numbers: list[float]) -> None:
        _count(numbers, 0)
        self._pen, self._down, self._relative, self.error = 0, False, False, 0

    def _take(self, numbers: list[float]) -> None:
        _count(numbers, 0, 1)
        pen = int(numbers[0]) if numbers else 0
        if not 0 <= pen <= PENS:
            raise Mistake(3)
        self._down = self._down and pen == self._pen
        self._pen = pen

    def _up(self, numbers: list[float]) -> None:
        self._go(numbers, down=False)

    def _lower(self, numbers: list[float]) -> None:
        self._go(numbers, down=True)

    def _absolute(self, numbers: list[float]) -> None:
        self._relative = False
        self._go(numbers, down=self._down)

    def _by(self, numbers: list[float]) -> None:
        self._relative = True
        self._go(numbers, down=self._down)

    def _set_speed(self, numbers: list[float]) -> None:
        _count(numbers, 0, 1, 2)
        speed = numbers[0] if numbers else FASTEST
        if not 0.0 < speed <= FASTEST:
            raise Mistake(3)
        self.speed = speed

    def _load(self, numbers: list[float]) -> None:
        """A sheet of some length and width; only before anything is cut."""
        _count(numbers, 2)
        height, width = (n / STEPS for n in numbers)
        if not (0.0 < width <= WIDEST and 0.0 < height <= LONGEST_SHEET) or self.strokes:
            raise Mistake(3)
        self.width, self.height = width, height

    def _press(self, numbers: list[float]) -> None:
        _count(numbers, 0, 1, 2)  # a blade that is simulated presses as it should

    def _go(self, numbers: list[float], *, down: bool) -> None:
        if len(numbers) % 2:
            raise Mistake(2)
        at = self._at
        ends: list[complex] = []
        for x, y in zip(numbers[::2], numbers[1::2], strict=True):
            at = complex(x, y) + (at if self._relative else 0j)
            if not (0.0 <= at.real <= self.width * STEPS and 0.0 <= at.imag <= self.height * STEPS):
                raise Mistake(6)
            ends.append(at)
        if self._steps + len(ends) > MOST_STEPS:
            raise Mistake(7)
        self._steps += len(ends)
        self._down = down
        if ends and (self._at, *ends) != (self._at, self._at):
            self.strokes.append(PenStroke((self._at, *ends), self._pen, down and self._pen > 0))
        self._at = at

    def _tell_error(self) -> str:
        number, self.error = self.error, 0
        return str(number)

    def _tell_status(self) -> str:
        """Bits: 1 the blade is down, 16 it is ready for more, 32 there is a mistake."""
        return str(16 + (1 if self._down else 0) + (32 if self.error else 0))

    def _tell_place(self) -> str:
        return f"{self._at.real:.0f},{self._at.imag:.0f},{int(self._down)}"

    def _tell_strokes(self) -> str:
        """A stroke after the other: its tool, 1 where it cuts, and all its places."""
        return " ".join(
            ",".join(
                (
                    str(s.pen),
                    str(int(s.down)),
                    *(f"{p.real:.0f},{p.imag:.0f}" for p in s.places),
                )
            )
            for s in self.strokes
        )


INSTRUCTIONS: Mapping[str, Callable[[Cutter, list[float]], None]] = {
    "IN": Cutter._begin,
    "DF": Cutter._begin,
    "SP": Cutter._take,
    "PU": Cutter._up,
    "PD": Cutter._lower,
    "PA": Cutter._absolute,
    "PR": Cutter._by,
    "VS": Cutter._set_speed,
    "FS": Cutter._press,
    "PS": Cutter._load,
}
"""What each instruction does."""
QUESTIONS: Mapping[str, Callable[[Cutter], str]] = {
    "OE": Cutter._tell_error,
    "OS": Cutter._tell_status,
    "OI": lambda _: IDENTITY,
    "OA": Cutter._tell_place,
    "OR": Cutter._tell_strokes,
}
"""What it answers."""


def read_strokes(data: str) -> tuple[PenStroke, ...]:
    """What the cutter told of its strokes.

    >>> read_strokes("1,1,0,0,40,0")
    (PenStroke(places=(0j, (40+0j)), pen=1, down=True),)
    """
    strokes = []
    for one in data.split():
        pen, down, *rest = one.split(",")
        positions = zip(rest[::2], rest[1::2], strict=True)
        made = tuple(complex(float(x), float(y)) for x, y in positions)
        strokes.append(PenStroke(made, int(pen), down == "1"))
    return tuple(strokes)


def _numbers(data: bytes) -> list[float]:
    """The parameters of an instruction.

    Raises:
        Mistake: 1 for what are no numbers, 3 for those that are too long.

    """
    found = []
    for part in re.split(rb"[,\s]+", data.strip()):
        if not part:
            continue
        if len(part) > 20:
            raise Mistake(3)
        if not _NUMBER.fullmatch(part):
            raise Mistake(1)
        found.append(float(part))
    return found


def _count(numbers: list[float], *counts: int) -> None:
    if len(numbers) not in counts:
        raise Mistake(2)
