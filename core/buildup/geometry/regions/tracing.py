"""The loops that bound what is kept of an arrangement, each with its inside on the right."""

from collections import Counter, defaultdict
from collections.abc import Callable, Iterable

from buildup.geometry.regions.angularorder import in_order
from buildup.geometry.regions.arrangement import Arrangement, Edge, Step

Keep = Callable[[frozenset[int]], bool]
"""Whether a place is kept that lies inside these operands and outside all others."""
Loop = list[Step]


class Unsound(Exception):
    """Edges that do not close: something lay nearer than it could be told apart."""


def loops(arrangement: Arrangement, keep: Keep) -> list[Loop]:
    """The loops that bound what is kept: outer ones clockwise on the screen, holes the other way.

    Each passes a node once at the most; they may touch at nodes.

    Raises:
        Unsound: they do not close.

    """
    steps = []
    kept: dict[tuple[object, ...], tuple[bool, bool]] = {}
    for edge in arrangement.edges:
        key = (*(edge.left or {}).items(), None, *edge.counts.items())
        if (both := kept.get(key)) is None:
            left, right = sides(arrangement, edge)
            both = kept[key] = keep(left), keep(right)
        if both[0] != both[1]:
            steps.append((edge, both[1]))
    return loops_of(steps)


def loops_of(steps: Iterable[Step]) -> list[Loop]:
    """The loops that steps make, as `loops` gives them.

    Raises:
        Unsound: they do not close.

    """
    return [simple for loop in traced(steps) for simple in _simple(loop)]


def faces(arrangement: Arrangement, keep: Keep) -> list[Loop]:
    """The loops around every face of what is kept, in which nothing runs; paths divide faces.

    What of a path divides nothing, since it ends within a face, is left out.

    Raises:
        Unsound: they do not close.

    """
    steps: list[Step] = []
    for edge in arrangement.edges:
        left, right = sides(arrangement, edge)
        if left != right or any(s.strand.path for s in edge.stretches):
            steps += [(edge, True)] if keep(right) else []
            steps += [(edge, False)] if keep(left) else []
    found = traced(steps)
    idle = {e for loop in found for e, many in Counter(e for e, _ in loop).items() if many > 1}
    return traced([s for s in steps if s[0] not in idle]) if idle else found


def sides(arrangement: Arrangement, edge: Edge) -> tuple[frozenset[int], frozenset[int]]:
    """What lies around the places left and right of an edge: the operands they are inside of."""
    operands = arrangement.operands
    left = frozenset(k for k, w in (edge.left or {}).items() if operands[k].inside(w))
    if not edge.counts:
        return left, left
    return left, frozenset(k for k, w in edge.right.items() if operands[k].inside(w))


def traced(steps: Iterable[Step]) -> list[Loop]:
    """The loops that steps make which have what they bound on their right.

    Raises:
        Unsound: they do not close.

    """
    leaving: defaultdict[int, Loop] = defaultdict(list)
    arriving: defaultdict[int, Loop] = defaultdict(list)
    for edge, forwards in steps:
        start, end = (edge.start, edge.end) if forwards else (edge.end, edge.start)
        leaving[start].append((edge, forwards))
        arriving[end].append((edge, forwards))
    following: dict[Step, Step] = {}
    for node, out in leaving.items():
        into = arriving[node]
        if len(into) != len(out):
            raise Unsound
        following.update(zip(into, out, strict=True) if len(out) == 1 else _following(into, out))
    if len(following) != sum(map(len, leaving.values())):
        raise Unsound
    found = []
    while following:
        first, step = following.popitem()
        loop = [first]
        while step != first:
            loop.append(step)
            step = following.pop(step)
        found.append(loop)
    return found


def _following(into: Loop, out: Loop) -> dict[Step, Step]:
    """Which step follows each that arrives at a node: the first one to its right."""
    back = [(edge, not forwards) for edge, forwards in into]
    order = in_order(list(dict.fromkeys([*back, *out])))
    leaves = set(out)
    found = {}
    for edge, forwards in into:
        k = order.index((edge, not forwards)) - 1
        while order[k] not in leaves:
            k -= 1
        found[edge, forwards] = order[k]
        leaves.discard(order[k])
        if not leaves and len(found) < len(into):
            raise Unsound
    return found


def _simple(loop: Loop) -> list[Loop]:
    """A loop that passes nodes several times as several that do not."""
    found: list[Loop] = []
    path: Loop = []
    passed: dict[int, int] = {}
    for edge, forwards in loop:
        start, end = (edge.start, edge.end) if forwards else (edge.end, edge.start)
        passed[start] = len(path)
        path.append((edge, forwards))
        if end in passed:
            cut = passed[end]
            for e, f in path[cut:]:
                passed.pop(e.start if f else e.end, None)
            found.append(path[cut:])
            path = path[:cut]
    return found
