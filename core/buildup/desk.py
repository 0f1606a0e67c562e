"""A host of the core that speaks JSON text: what the browser's worker runs.

It keeps one drawing as the server last told it, and on top of it the commands that are on their
way to the server, so that previews show them before they are kept. The server decides: when it
answers, its delta replaces the command.
"""

import json
from collections.abc import Callable, Mapping
from typing import Any

from buildup import host
from buildup.cues.field import Field
from buildup.cues.kinds import Aim, Meeting
from buildup.cues.meet import meet
from buildup.drawing.checks import check_point
from buildup.drawing.codec import read, read_kept, write
from buildup.drawing.items import Items
from buildup.drawing.model import Drawing, Sheet
from buildup.drawing.units import read_length, read_number
from buildup.edits.apply import apply, read_command
from buildup.edits.change import Delta, updated
from buildup.edits.command import Command
from buildup.errors import Refusal
from buildup.view.drawables import selection

Question = Mapping[str, Any]


class Desk:
    """One open drawing and the questions about it."""

    def __init__(self) -> None:
        self._kept = Drawing()
        self._waiting: list[tuple[str, Command]] = []
        self._shown = self._kept
        self._field = Field()
        self._verbs: dict[str, Callable[[Question], Any]] = {
            "open": self._open,
            "queue": self._queue,
            "settle": self._settle,
            "preview": self._preview,
            "select": lambda q: selection(self._shown, q["selection"]),
            "within": lambda q: host.within(
                self._shown, check_point(q["start"]), check_point(q["end"])
            ),
            "near": lambda q: host.near(self._shown, q["item"], check_point(q["at"])),
            "read": self._read,
            "meet": self._meet,
            "warm": lambda q: self._field.update(self._shown, most=q["most"]),
        }

    def ask(self, text: str) -> str:
        """Answer a question, both as JSON text.

        Args:
            text: `{"verb": …}` and what the verb needs.

        Returns:
            `{"answer": …}`, or `{"refused": {"code", "sentence", "place"}}`.

        >>> Desk().ask('{"verb": "read", "text": "1/8 in", "unit": "px"}')
        '{"answer": 12.0}'
        """
        question = json.loads(text)
        try:
            answer = self._verbs[question["verb"]](question)
        except Refusal as problem:
            return json.dumps(
                {
                    "refused": {
                        "code": problem.code,
                        "sentence": problem.sentence,
                        "place": problem.place,
                    }
                }
            )
        return json.dumps({"answer": write(answer, defaults=True)})

    def _open(self, question: Question) -> None:
        """Take a drawing: its sheet, and pairs of id and JSON text from back to front."""
        items = dict(question["items"])
        self._kept = Drawing(read_kept(Sheet, question["sheet"]), Items(items), tuple(items))
        self._waiting = []
        self._shown = self._kept

    def _queue(self, question: Question) -> host.Picture:
        """Show a command that is on its way to the server."""
        command = read_command(question["command"])
        delta = apply(self._shown, command).forward
        self._shown = updated(self._shown, delta)
        self._waiting.append((question["id"], command))
        return host.picture(self._shown, delta, question["selection"])

    def _settle(self, question: Question) -> None:
        """Take the server's answer: its delta (None when refused), and the command's id."""
        if question["delta"] is not None:
            self._kept = updated(self._kept, Delta.from_json(question["delta"]))
        self._waiting = [(i, c) for i, c in self._waiting if i != question["id"]]
        self._shown = self._kept
        for _, command in self._waiting:
            try:
                self._shown = updated(self._shown, apply(self._shown, command).forward)
            except Refusal:
                continue  # the server will say so too

    def _preview(self, question: Question) -> host.Picture:
        return host.preview(self._shown, read_command(question["command"]), question["selection"])

    def _meet(self, question: Question) -> Meeting:
        self._field.update(self._shown)
        return meet(self._shown, self._field, read(Aim, question["aim"]))

    def _read(self, question: Question) -> float:
        text, present = question["text"], question.get("present")
        if question["unit"] is None:
            return read_number(text, present=present)
        return read_length(text, unit=question["unit"], present=present)
