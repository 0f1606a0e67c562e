"""A host of the core that speaks JSON text: what the browser's worker runs.

It keeps one drawing as the server last told it, and on top of it the commands that are on their
way to the server, so that previews show them before they are kept. The server decides: when it
answers, its delta replaces the command.
"""

import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from buildup import host, repainting
from buildup.drawing.checks import check_point
from buildup.drawing.codec import may_be_empty, read, read_stored, write
from buildup.drawing.items import Items
from buildup.drawing.model import Drawing
from buildup.drawing.sheet import Sheet
from buildup.drawing.tree import Tree
from buildup.drawing.units import read_length, read_number
from buildup.edits.apply import read_command
from buildup.edits.change import Change, Delta, inverse, updated
from buildup.edits.command import Command
from buildup.errors import Refusal
from buildup.formats.colourfacts import colour_facts
from buildup.formats.csssnippets import css_snippets
from buildup.formats.palettes import harmonies, read_palette, written_palette
from buildup.formats.svg.clipsvg import clip_svg
from buildup.formats.svg.livesvg import complete_svg
from buildup.formats.svg.svgread import read_svg
from buildup.forms.contours import know_boxes
from buildup.forms.symmetry.axes import Axis
from buildup.forms.troubles import Limits
from buildup.geometry.progress import reporting_to
from buildup.repainting import InteractiveBudget, Repaint
from buildup.snapping.cues import Aim, SnapResult
from buildup.snapping.snap import snap
from buildup.snapping.snapindex import SnapIndex
from buildup.timeline import Follows, StepName, Timeline
from buildup.troublespots import trouble_spots
from buildup.view.balancemarks import balance_mark
from buildup.view.finding import alike, pile, within
from buildup.view.measuretable import formula_words, measure_table
from buildup.view.regionmarks import regions_at, sweep_marks
from buildup.view.sampling import sampled
from buildup.view.selection import ALL, FrameBox, ViewRequest, selection

READ_AT_ONCE = 4
"""Items read for each that is prepared to be met."""
Question = Mapping[str, Any]


@dataclass(frozen=True, slots=True)
class PendingEdit:
    """What is on its way to the server: an edit, or a step along the history.

    Args:
        id: the edit's.
        command: the edit; None for a step along the history.
        follows: what the edit may go on with.
        to: `undo`, `redo` or the number of a step.
        edit: the edit that is to be taken or brought back.

    """

    id: str
    command: Command | None
    follows: Follows | None = None
    to: str | int = ""
    edit: str | None = None


@dataclass(frozen=True, slots=True)
class Shown:
    """What a pending edit shows: the repaint (None where only the server knows), what is next."""

    repaint: Repaint | None
    undo: StepName | None
    redo: StepName | None


@dataclass(frozen=True, slots=True)
class Board:
    """A whole drawing as the canvas shows it, and each item's container, back to front."""

    repaint: Repaint
    places: tuple[tuple[str, str], ...]


@dataclass(frozen=True, slots=True)
class _Waiting:
    """A pending edit, and what it was seen to change."""

    pending: PendingEdit
    delta: Delta | None


class Session:
    """One open drawing and the questions about it."""

    def __init__(self) -> None:
        self._kept = Timeline(Drawing())
        self._waiting: list[_Waiting] = []
        self._line = self._kept
        self._field = SnapIndex()
        self._items: tuple[str, ...] = ()
        self._unread: list[str] = []
        """Items that may not have been read since the drawing was opened."""
        self.replays = 0
        """Letters that were shown anew so far: tests assert that this stays low."""
        self._verbs: dict[str, Callable[[Question], Any]] = {
            "open": self._open,
            "board": lambda q: self._board(),
            "queue": self._queue,
            "settle": self._settle,
            "select": lambda q: selection(self._shown, q["selection"], _view(q)),
            "anchor": lambda q: host.anchor_near(
                self._shown, q["item"], check_point(q["at"]), reach=q["reach"]
            ),
            "anchors": lambda q: host.anchors_within(
                self._shown, check_point(q["start"]), check_point(q["end"])
            ),
            "within": lambda q: within(
                self._shown,
                check_point(q["start"]),
                check_point(q["end"]),
                place=q.get("place"),
                whole=q.get("whole", False),
            ),
            "pile": lambda q: pile(self._shown, check_point(q["at"]), reach=q["reach"]),
            "alike": lambda q: alike(self._shown, q["items"], q["by"]),
            "again": lambda q: host.again(read_command(q["command"]), read(FrameBox, q["frame"])),
            "spread": self._spread,
            "balance": lambda q: balance_mark(
                self._shown, q["item"], None if q["axis"] is None else read(Axis, q["axis"])
            ),
            "regions": lambda q: sweep_marks(self._shown, q["items"], q["gap"]),
            "regions-at": lambda q: regions_at(
                self._shown, q["items"], q["gap"], [check_point(p) for p in q["places"]]
            ),
            "troubles": lambda q: trouble_spots(self._shown, q["items"], read(Limits, q["limits"])),
            "copy": lambda q: clip_svg(self._shown, q["items"]),
            "svg": lambda q: complete_svg(self._shown, title=q["name"]),
            "css": lambda q: css_snippets(self._shown, q["items"]),
            "copied": lambda q: read_svg(q["text"]),
            "near": lambda q: host.near(self._shown, q["item"], check_point(q["at"])),
            "colour": lambda q: colour_facts(q["text"], q["against"]),
            "sample": lambda q: sampled(self._shown, check_point(q["at"]), reach=q["reach"]),
            "harmonies": lambda q: harmonies(colour_facts(q["colour"], q["colour"]).hex),
            "palette": lambda q: read_palette(q["text"]),
            "written": lambda q: written_palette(self._shown.sheet.swatches, q["kind"]),
            "measures": lambda q: measure_table(self._shown),
            "formula-words": lambda q: formula_words(self._shown),
            "formula": lambda q: host.typed_value(
                self._shown, q["text"], unit=q["unit"], kind=q["field"]
            ),
            "read": self._read,
            "aim": self._aim,
            "warm": lambda q: self._warm(q["most"]),
        }

    @property
    def _shown(self) -> Drawing:
        """The drawing with what is on its way."""
        return self._line.drawing

    def ask(self, text: str) -> str:
        """Answer a question, both as JSON text.

        Args:
            text: `{"verb": …}` and what the verb needs.

        Returns:
            `{"answer": …}`, or `{"refused": {"code", "sentence", "place"}}`.

        >>> Session().ask('{"verb": "read", "text": "1/8 in", "unit": "px"}')
        '{"answer": 12.0}'
        """
        question = json.loads(text)
        try:
            with reporting_to(InteractiveBudget()):
                answer = self._verbs[question["verb"]](question)
        except Refusal as problem:
            error = {"code": problem.code, "sentence": problem.sentence, "place": problem.place}
            return json.dumps({"refused": error})
        return json.dumps({"answer": write(answer, defaults=True)})

    def _open(self, question: Question) -> None:
        """Take a drawing: its sheet, its items, the steps around.

        Of each item its id, its container and its JSON text; those of a container back to front.
        Boxes that are known are told, so that no item has to be read for them.
        """
        items = {item_id: text for item_id, _, text in question["items"]}
        pairs = ((item_id, container) for item_id, container, _ in question["items"])
        tree = Tree.of(pairs, (i for i, text in items.items() if may_be_empty(text)))
        drawing = Drawing(read_stored(Sheet, question["sheet"]), Items(items), tree)
        know_boxes(drawing, question.get("boxes") or {})
        self._kept = Timeline(drawing).synced(_step(question, "undo"), _step(question, "redo"))
        self._waiting = []
        self._line = self._kept
        self._unread = list(items)

    def _warm(self, most: int) -> bool:
        """Prepare some of what a question would have to wait for; whether all is prepared."""
        if not self._field.prepare(self._shown, most=most):
            return False
        for _ in range(min(READ_AT_ONCE * most, len(self._unread))):
            self._shown.items.get(self._unread.pop())
        return not self._unread

    def _board(self) -> Board:
        """What was opened, and what was settled since, for a page that holds nothing of it."""
        drawing = self._kept.drawing
        ids = (i for i in drawing.tree.below() if i in drawing.items)
        places = tuple((i, drawing.tree.container(i)) for i in ids)
        return Board(repainting.whole(drawing), places)

    def _queue(self, question: Question) -> Shown:
        """Show an edit that is on its way to the server."""
        pending = _pending_edit(question["edit"])
        before = self._shown
        delta = self._go_on(pending)
        self._waiting.append(_Waiting(pending, delta))
        repaint = None
        if delta is not None:
            repaint = repainting.repaint(
                self._shown,
                delta,
                question["selection"],
                _view(question),
                before=before.tree,
                held=before,
            )
        return self._answer(repaint)

    def _settle(self, question: Question) -> Shown:
        """Take the server's answer: what changed (None when refused), and to which edit.

        `alone` says that the change is that edit's and nobody else's.
        """
        first = self._waiting[0] if self._waiting else None
        answered = next((w.pending for w in self._waiting if w.pending.id == question["id"]), None)
        self._waiting = [w for w in self._waiting if w.pending.id != question["id"]]
        if question["delta"] is None:
            self._replay()
            return self._answer(None)
        delta = Delta.from_json(question["delta"])
        known = answered if question["alone"] else None
        self._kept = _after(self._kept, known, delta).synced(
            _step(question, "undo"), _step(question, "redo")
        )
        foreseen = (
            first is not None
            and first.pending is known
            and first.delta is not None
            and replace(first.delta, message="") == delta
        )
        if not foreseen:
            self._replay()
        elif not self._waiting:
            self._line = self._kept
        return self._answer(None)

    def _replay(self) -> None:
        """Show what is on its way anew, on top of what is kept."""
        self._line = self._kept
        edits = [w.pending for w in self._waiting]
        self._waiting = []
        for pending in edits:
            self.replays += 1
            try:
                delta = self._go_on(pending)
            except Refusal:
                delta = None  # the server will say so too
            self._waiting.append(_Waiting(pending, delta))

    def _go_on(self, pending: PendingEdit) -> Delta | None:
        """Go along the line by an edit; None where only the server knows the way."""
        if pending.command is not None:
            self._line, delta = self._line.edited(pending.id, pending.command, pending.follows)
            return delta
        gone = None
        if pending.to == "undo":
            gone = self._line.undone(pending.edit)
        elif pending.to == "redo":
            gone = self._line.redone(pending.edit)
        if gone is None:
            self._line = Timeline(self._line.drawing)  # from here on only the server knows the way
            return None
        self._line = gone[0]
        return gone[1]

    def _answer(self, repaint: Repaint | None) -> Shown:
        done, ahead = self._line.done, self._line.ahead
        return Shown(
            repaint,
            done[-1].step if done else None,
            ahead[-1].step if ahead else None,
        )

    def _aim(self, question: Question) -> host.Aimed:
        """What is met, and what a command that moves on to it would change, in one answer.

        Where `items` of the command or of the aim are None, they are those of the last command.
        """
        data = question["command"]
        command = None
        last, self._items = self._items, ()  # none where this command cannot be read
        if data is not None:
            again = "items" in data and data["items"] is None
            command = read_command({**data, "items": []} if again else data)
            if again:
                command = replace(command, items=last)  # type: ignore[call-arg]
            self._items = getattr(command, "items", ())
        meeting = SnapResult()
        aim = question["aim"]
        if aim is not None:
            again = "items" in aim and aim["items"] is None
            read_aim = read(Aim, {**aim, "items": []} if again else aim)
            self._field.update(self._shown)
            own = replace(read_aim, items=self._items) if again else read_aim
            meeting = snap(self._shown, self._field, own)
        return host.aimed(
            self._shown,
            meeting,
            command,
            question["selection"],
            _view(question),
            keeps=question.get("keeps", False),
        )

    def _spread(self, question: Question) -> host.CopiesPreview:
        """What copies in a row, a ring or a grid come to; a peg that is dragged may meet things."""
        aim, drag = question["aim"], question["drag"]
        meeting = SnapResult()
        if aim is not None:
            self._field.update(self._shown)
            meeting = snap(self._shown, self._field, read(Aim, aim))
        return host.spread(
            self._shown,
            read_command(question["command"]),
            question["selection"],
            _view(question),
            meeting=meeting,
            drag=None if drag is None else read(host.PegDrag, drag),
        )

    def _read(self, question: Question) -> float:
        text, present = question["text"], question.get("present")
        if question["unit"] is None:
            return read_number(text, present=present)
        return read_length(text, unit=question["unit"], present=present)


def _view(question: Question) -> ViewRequest:
    asked = question.get("view") or question.get("shows")  # as windows before form 15 say it
    return ALL if asked is None else read(ViewRequest, asked)


def _step(question: Question, name: str) -> StepName | None:
    asked = question.get(name)
    return None if asked is None else StepName(edit=asked["edit"], name=asked["name"])


def _pending_edit(data: Question) -> PendingEdit:
    follows = data.get("follows")
    command = data.get("command")
    return PendingEdit(
        data["id"],
        None if command is None else read_command(command),
        None if follows is None else Follows(follows["edit"], follows["pause"]),
        data.get("to", ""),
        data.get("edit"),
    )


def _after(kept: Timeline, pending: PendingEdit | None, delta: Delta) -> Timeline:
    """The line after a change that was kept, and whose edit is known or not."""
    if pending is not None and pending.command is not None:
        change = Change(pending.command.title(kept.drawing), delta, inverse(kept.drawing, delta))
        return kept.with_done(pending.id, pending.command, change, pending.follows)
    after = updated(kept.drawing, delta)
    if pending is not None:
        gone = kept.undone(pending.edit) if pending.to == "undo" else kept.redone(pending.edit)
        if gone is not None and pending.to in ("undo", "redo"):
            return replace(gone[0], drawing=after)
    return Timeline(after)
