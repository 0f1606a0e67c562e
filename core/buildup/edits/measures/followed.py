"""What follows an edit through formulas: the last part of every edit of a parametric drawing.

- An edit that sets a number which follows a formula turns the measure it follows, or is refused.
- What an edit changes (measures, items that are read, numbers that follow something new) is worked
  out, and all that hangs on it; nothing else is.
- A formula that comes to nothing leaves its number as it is. Only an edit of formulas themselves is
  refused for that.
"""

from collections.abc import Callable, Iterable, Iterator, Mapping
from dataclasses import dataclass, field

from buildup.contours.follows import PLACED
from buildup.drawing.model import Drawing
from buildup.edits.change import Delta, updated, with_contents
from buildup.edits.command import Command
from buildup.edits.measures.setting import for_several, same, setting
from buildup.edits.measures.turning import field_name, turned
from buildup.errors import Refusal
from buildup.following.bounds import SHEET, Bound, bounds_in, bounds_of, number_at
from buildup.following.fields import field_at
from buildup.following.values import Worked, formulas_of, named, read_by, worked
from buildup.formulas.working import needs_of
from buildup.messages import refusal

Work = Callable[[Drawing, Command], Delta]
"""What an edit does, before anything follows it."""
_Reads = Mapping[str, frozenset[str]]
"""The items that each formula reads."""
UNTOUCHED = 1e-6
"""Sheet units or degrees. A frame that moved less than that was not moved by the hand."""
ORDER = ("", "width", "height", "angle", "x", "y")
"""In which the numbers of one item are set: what it is, its size, its angle, its position."""


def followed(drawing: Drawing, delta: Delta, work: Work, *, strict: bool) -> Delta:
    """A delta with all that follows it.

    Args:
        drawing: as it was.
        delta: what an edit does to it.
        work: what a further edit does.
        strict: the edit is one of formulas, and refused if one comes to nothing now.

    Raises:
        Refusal: `held_by_formula` where a number that the edit sets cannot be turned; `bad_formula`
            where formulas go in a circle or, when `strict`, come to nothing; what the edit of a
            number refuses, with the name of that.

    """
    sheet = delta.sheet or drawing.sheet
    if not sheet.parametric and not sheet.measures:
        return delta
    return _Following(drawing, with_contents(drawing, delta), work, strict).delta()


@dataclass(frozen=True, slots=True)
class _Index:
    """What follows in a drawing, before an edit."""

    by_item: Mapping[str, tuple[Bound, ...]]
    by_need: Mapping[str, tuple[Bound, ...]]


def _indexed(drawing: Drawing) -> _Index:
    if not drawing.sheet.parametric:
        return _Index({}, {})

    def make() -> _Index:
        by_item = bounds_of(drawing)
        by_need: dict[str, list[Bound]] = {}
        for bounds in by_item.values():
            for bound in bounds:
                for need in _needs(bound.formula):
                    by_need.setdefault(need, []).append(bound)
        return _Index(by_item, {need: tuple(found) for need, found in by_need.items()})

    return drawing.memo.last("what follows", None, make)


def _needs(formula: str) -> tuple[str, ...]:
    try:
        return needs_of(formula)
    except Refusal:
        return ()


@dataclass(frozen=True, slots=True)
class _Group:
    """A formula and the items of which one number follows it."""

    path: str
    formula: str
    unit: str
    items: tuple[str, ...]

    @property
    def bounds(self) -> Iterator[Bound]:
        """Each of its numbers."""
        return (Bound(i, self.path, self.formula, self.unit) for i in self.items)

    @property
    def rank(self) -> int:
        last = self.path.rpartition(".")[2]
        return ORDER.index(last) if self.path.startswith(PLACED) else 0


@dataclass(slots=True)
class _Following:
    before: Drawing
    forward: Delta
    work: Work
    strict: bool
    after: Drawing = field(init=False)
    index: _Index = field(init=False)
    fresh: dict[str, tuple[Bound, ...]] = field(init=False)
    """What follows in the items that the edit puts, and of the sheet."""

    def delta(self) -> Delta:
        self.after = updated(self.before, self.forward)
        self.index = _indexed(self.before)
        self.fresh = {i.id: bounds_in(i) for i in self.forward.put}
        self.fresh[SHEET] = bounds_in(self.after.sheet)
        turned_by_hand = self._turn()
        names, bounds = self._dirty()
        bounds = {**dict.fromkeys(turned_by_hand), **bounds}
        if self.strict:
            self._check_measures(names)
        self._set_all(self._groups(bounds))
        return self.forward

    def _add(self, delta: Delta) -> None:
        self.forward = self.forward.then(delta)
        self.after = updated(self.after, delta)

    # What the hand has set.

    def _turn(self) -> list[Bound]:
        """Turn the measures of numbers that the edit has set; those numbers."""
        touched = [
            b
            for item, bounds in self.fresh.items()
            for b in bounds
            if b in self.index.by_item.get(item, ()) and self._is_touched(b)
        ]
        for bound in touched:
            number = number_at(self.after, bound.item, bound.path)
            if number is None or self._agrees(bound, number):
                continue
            self._add(Delta(sheet=turned(self.after, bound, number)))
        return touched

    def _is_touched(self, bound: Bound) -> bool:
        if bound.item == SHEET and self.forward.sheet is None:
            return False
        old = number_at(self.before, bound.item, bound.path)
        new = number_at(self.after, bound.item, bound.path)
        if old is None or new is None:
            return False
        return abs(old - new) > (UNTOUCHED if bound.path.startswith(PLACED) else 0.0)

    def _agrees(self, bound: Bound, number: float) -> bool:
        """Whether a formula comes to that already, as another one has turned its measure."""
        known = field_at(self.after, bound.item, bound.path)
        if known is None:
            return True
        try:
            quantity = worked(self.after, (bound.formula,)).of(bound.formula, unit=bound.unit)
            return abs(known.number(quantity, unit=bound.unit) - number) <= UNTOUCHED
        except Refusal:
            return True  # it holds nothing, as it comes to nothing

    # What hangs on what has changed.

    def _dirty(self) -> tuple[set[str], dict[Bound, None]]:
        """The measures and readings that may be others now, and the numbers that hang on them."""
        old, new = formulas_of(self.before.sheet), formulas_of(self.after.sheet)
        changed = {n for n in old.keys() | new.keys() if old.get(n) != new.get(n)}
        bounds = {
            b: None
            for item, found in self.fresh.items()
            for b in found
            if b not in self.index.by_item.get(item, ())
        }
        users: dict[str, list[str]] = {}
        for name, formula in new.items():
            for need in _needs(formula.text):
                users.setdefault(need, []).append(name)
        readings = self._readings(f.text for f in new.values())
        moved = self._touched_items()
        names: set[str] = set()
        open_ = [*changed, *(r for r, items in readings.items() if not moved.isdisjoint(items))]
        open_ += self._read_through(bounds, readings)
        while open_:
            name = open_.pop()
            if name in names:
                continue
            names.add(name)
            open_ += users.get(name, ())
            found = [b for b in self._that_need(name) if b not in bounds]
            bounds.update(dict.fromkeys(found))
            open_ += self._read_through(found, readings)
        return names, bounds

    def _that_need(self, name: str) -> list[Bound]:
        known = [
            b
            for b in self.index.by_need.get(name, ())
            if b.item not in self.fresh and (b.item in self.after.items)
        ]
        own = [b for found in self.fresh.values() for b in found if name in _needs(b.formula)]
        return known + own

    def _readings(self, texts: Iterable[str]) -> dict[str, frozenset[str]]:
        """What formulas read, and the items that each of it is read off, with those of before."""
        fresh = (b.formula for found in self.fresh.values() for b in found)
        keys = {".".join(r) for text in (*texts, *fresh) for r in read_by(text)}
        keys |= {need for need in self.index.by_need if "." in need}
        if not keys:
            return {}
        old, new = named(self.before), named(self.after)
        found: dict[str, frozenset[str]] = {}
        for key in keys:
            item = key.partition(".")[0].casefold()
            found[key] = frozenset((*old.get(item, ()), *new.get(item, ())))
        return found

    def _touched_items(self) -> set[str]:
        own = {*self.forward.changed, *self.forward.removed, *(m[0] for m in self.forward.moves)}
        trees = (self.before.tree, self.after.tree)
        return own | {c for tree in trees for i in own for c in tree.above(i)}

    def _read_through(
        self, bounds: Iterable[Bound], readings: Mapping[str, frozenset[str]]
    ) -> list[str]:
        """The readings that some numbers change: of their items, and of what these lie in."""
        if not readings:
            return []
        return [key for b in bounds for key, items in readings.items() if self._changes(b, items)]

    def _changes(self, bound: Bound, items: frozenset[str]) -> bool:
        """Whether a number changes what is read off any of some items."""
        if bound.item == SHEET or bound.path.startswith(("style.", "finish.")):
            return False
        moves = bound.path.startswith(PLACED) and bound.path.endswith((".x", ".y"))
        if bound.item in items and not moves:
            return True
        return not items.isdisjoint(self.after.tree.above(bound.item))

    # What comes of it.

    def _check_measures(self, names: set[str]) -> None:
        """Refuse what makes a measure come to nothing that came to something before."""
        mine = [n for n in formulas_of(self.after.sheet) if n in names]
        refused = worked(self.after, mine).values.refused
        for name in mine:
            problem = refused.get(name)
            if problem is not None and not self._failed_before(name):
                sentence = f"{name}: {problem.sentence}"
                raise Refusal(problem.code, sentence, f"measure:{name}")

    def _failed_before(self, name: str) -> bool:
        old = formulas_of(self.before.sheet)
        same_text = name in old and old[name] == formulas_of(self.after.sheet)[name]
        return same_text and name in worked(self.before, (name,)).values.refused

    def _groups(self, bounds: Iterable[Bound]) -> list[_Group]:
        found: dict[tuple[str, str, str], list[str]] = {}
        for b in bounds:
            if field_at(self.after, b.item, b.path) is not None:
                found.setdefault((b.path, b.formula, b.unit), []).append(b.item)
        groups = []
        for (path, formula, unit), items in found.items():
            several = for_several(path) and SHEET not in items
            parts = [tuple(items)] if several else [(i,) for i in items]
            groups += [_Group(path, formula, unit, part) for part in parts]
        return sorted(groups, key=lambda g: g.rank)

    def _set_all(self, groups: list[_Group]) -> None:
        """Set numbers, each once all that its formula reads is as it will be."""
        read = {f: self._reads_of(f) for f in {g.formula for g in groups}}
        while groups:
            waiting = [g for g in groups if read[g.formula] and self._source(g, groups, read)]
            if len(waiting) == len(groups):
                if self.strict:
                    raise self._circle(groups, read)
                return
            ready = [g for g in groups if g not in waiting] if waiting else groups
            values = worked(self.after, [g.formula for g in ready])
            for group in ready:
                self._set(group, values)
            groups = waiting

    def _source(self, group: _Group, groups: list[_Group], read: _Reads) -> _Group | None:
        """The first of some groups that sets what a formula reads."""
        items = read[group.formula]
        return next((o for o in groups if any(self._changes(b, items) for b in o.bounds)), None)

    def _reads_of(self, formula: str) -> frozenset[str]:
        """The items that a formula reads, by itself and by the measures that it names."""
        formulas = formulas_of(self.after.sheet)
        texts, seen = [formula], {""}
        read: set[str] = set()
        while texts:
            text = texts.pop()
            for need in _needs(text):
                if "." in need:
                    read.add(need.partition(".")[0].casefold())
                elif need in formulas and need not in seen:
                    seen.add(need)
                    texts.append(formulas[need].text)
        names = named(self.after) if read else {}
        return frozenset(i for item in read for i in names.get(item, ()))

    def _circle(self, groups: list[_Group], read: _Reads) -> Refusal:
        circle: list[_Group] = []
        group: _Group | None = groups[0]
        while group is not None and group not in circle:
            circle.append(group)
            group = self._source(group, groups, read)
        if group is None:
            raise AssertionError(circle)  # each of them waits
        circle = [*circle[circle.index(group) :], group]
        names = " → ".join(field_name(self.after, g.items[0], g.path) for g in circle)
        return refusal("bad_formula.circle", group.items[0], circle=names)

    def _set(self, group: _Group, values: Worked) -> None:
        known = field_at(self.after, group.items[0], group.path)
        if known is None:
            return
        try:
            quantity = values.of(group.formula, unit=group.unit)
            number = known.number(quantity, unit=group.unit)
        except Refusal as problem:
            if self.strict and not self._came_to_nothing(group):
                raise self._of(group, problem) from None
            return
        items = [i for i in group.items if not same(self.after, i, group.path, number)]
        if not items:
            return
        try:
            self._add(self.work(self.after, setting(self.after, items, group.path, number)))
        except Refusal as problem:
            raise self._of(group, problem) from None

    def _came_to_nothing(self, group: _Group) -> bool:
        """Whether the formula came to nothing before, too."""
        bound = Bound(group.items[0], group.path, group.formula, group.unit)
        if bound not in self.index.by_item.get(bound.item, ()):
            return False
        try:
            worked(self.before, (group.formula,)).of(group.formula, unit=group.unit)
        except Refusal:
            return True
        return False

    def _of(self, group: _Group, problem: Refusal) -> Refusal:
        """A refusal that says which number it is about."""
        label = field_name(self.after, group.items[0], group.path)
        sentence = f"{label}, which follows {group.formula.removeprefix('=').strip()}: "
        return Refusal(problem.code, sentence + problem.sentence, group.items[0])
