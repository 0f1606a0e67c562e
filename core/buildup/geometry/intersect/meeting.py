"""Where two strands meet: quickly where they clearly cross, by all means where they do not.

Most pairs whose boxes meet are apart, cross squarely, or go on from each other. Stretches whose
cones are apart cross once at the most, and there Newton's method is safe; what is left after some
halvings (touches, slight crossings, overlaps) is for `crossings.common`, which is thorough.
"""

from collections.abc import Iterator

from buildup.geometry.bezier import Cubic, is_plain, point_at
from buildup.geometry.intersect.cones import CLEAR, cross_once_at_most, run_beside
from buildup.geometry.intersect.contacts import MEETS, Crossing
from buildup.geometry.intersect.crossings import Common, common
from buildup.geometry.intersect.newton import powers, step
from buildup.geometry.intersect.prepared import Piece, PreparedSegment
from buildup.geometry.nearest import nearest_parameter
from buildup.geometry.tolerances import SAME_PLACE

MOST_TRIED = 80
"""Pairs of stretches; what then still may meet is no clear crossing. One takes about ten."""
AHEAD = 0.2
"""Cosine (78°): how much of the way to its control points has to lead away from a shared end."""
SPAN_SLACK = 1e-10
"""Curve parameter: a crossing on the seam of two halves is found by one of them at least."""
STILL = 1e-9
"""Curve parameter: after a step this short the next one would be less than doubles resolve."""

MOST_REMEMBERED = 20_000
"""Pairs whose meetings are remembered: some 10 MB; beyond all are forgotten."""

NOTHING = Common()


remembered: dict[tuple[Cubic, Cubic, float], tuple[Crossing, ...]] = {}
"""What was found of pairs before."""


def met_by(first: PreparedSegment, second: PreparedSegment, reach: float) -> tuple[Crossing, ...]:
    """Where two strands are to be cut: where they meet, and at ends that lie on the other one.

    It is remembered for some ten thousand pairs, by their control points and the reach, so that of
    many forms of which one moves only that one is met anew.
    """
    if _touch_in_a_corner(first, second, reach):
        return ()
    key = (first.cubic, second.cubic, reach)
    known = remembered.get(key)
    if known is not None:
        return known
    both = meeting(first, second)
    found = (
        *ends_on(first, second, reach),
        *both.points,
        *(end for o in both.lengths for end in (o.start, o.end)),
    )
    if len(remembered) >= MOST_REMEMBERED:
        remembered.clear()
    remembered[key] = found
    return found


def meeting(first: PreparedSegment, second: PreparedSegment) -> Common:
    """What two strands have in common, but for the ends that they share.

    A crossing may come twice, from both sides of a place where a segment was halved.
    """
    if _part_at_an_end(first, second):
        return NOTHING
    if is_plain(first.cubic) and is_plain(second.cubic):
        met = _lines(first.cubic, second.cubic)
    else:
        met = _clear(first, second)
    return common(first.cubic, second.cubic) if met is None else met


def ends_on(first: PreparedSegment, second: PreparedSegment, reach: float) -> Iterator[Crossing]:
    """The ends of two strands that lie on the other one, or nearer than `reach`."""
    for end, at in ((0.0, 0), (1.0, 3)):
        mine, theirs = first.cubic[at], second.cubic[at]
        if second.near(mine, reach) and (u := near_spot(second, mine, reach)) is not None:
            yield Crossing(end, u, mine)
        if first.near(theirs, reach) and (t := near_spot(first, theirs, reach)) is not None:
            yield Crossing(t, end, theirs)


def near_spot(strand: PreparedSegment, position: complex, reach: float) -> float | None:
    """The parameter at which a strand passes a place no farther off than `reach`; else None.

    An end of the strand that lies on the place itself does not count.
    """
    if position in (strand.cubic[0], strand.cubic[3]):
        return None
    pieces: list[Piece] = [strand]
    for _ in range(2):
        pieces = [half for p in pieces for half in p.halves if half.near(position, reach)]
    if not pieces:
        return None
    t = nearest_parameter(strand.cubic, position)
    return t if abs(point_at(strand.cubic, t) - position) <= reach else None


def _touch_in_a_corner(first: PreparedSegment, second: PreparedSegment, reach: float) -> bool:
    """Whether the boxes of two strands have one place in common, an end of both; most go on so."""
    if first.right != second.left and second.right != first.left:
        return False
    if first.bottom != second.top and second.bottom != first.top:
        return False
    one, other = first.cubic, second.cubic
    for here, there in ((one[3], one[0]), (one[0], one[3])):
        if here == other[0] or here == other[3]:
            beyond = other[3] if here == other[0] else other[0]
            return abs(there - here) > reach and abs(beyond - here) > reach
    return False


def _part_at_an_end(first: PreparedSegment, second: PreparedSegment) -> bool:
    """Whether two strands share an end and lead away from it to two sides of a line."""
    one, other = first.cubic, second.cubic
    if abs(one[3] - other[0]) <= SAME_PLACE:
        return _lead_apart(one[::-1], other)
    if abs(one[0] - other[3]) <= SAME_PLACE:
        return _lead_apart(one, other[::-1])
    if abs(one[0] - other[0]) <= SAME_PLACE:
        return _lead_apart(one, other)
    return abs(one[3] - other[3]) <= SAME_PLACE and _lead_apart(one[::-1], other[::-1])


def _lead_apart(mine: Cubic, theirs: Cubic) -> bool:
    directions = [p / abs(p) for q in mine[1:] if abs(p := q - mine[0]) > SAME_PLACE]
    others = [p / abs(p) for q in theirs[1:] if abs(p := q - theirs[0]) > SAME_PLACE]
    axis = (
        sum(directions) / len(directions) - sum(others) / len(others)
        if directions and others
        else 0j
    )
    back, least = axis.conjugate(), AHEAD * abs(axis)
    ahead = all((back * w).real > least for w in directions)
    return ahead and all((back * w).real < -least for w in others)


def _lines(first: Cubic, second: Cubic) -> Common | None:
    """What two straight segments have in common; None where they are all but parallel."""
    p, q = first[3] - first[0], second[3] - second[0]
    gap = second[0] - first[0]
    turn = (p.conjugate() * q).imag
    size, other = abs(p), abs(q)
    if abs(turn) <= CLEAR * size * other:
        away = abs((p.conjugate() * gap).imag) / size, abs((q.conjugate() * gap).imag) / other
        return None if min(away) <= SAME_PLACE + CLEAR * (size + other) else NOTHING
    s, v = (gap.conjugate() * q).imag / turn, (gap.conjugate() * p).imag / turn
    slack, far = MEETS / size, MEETS / other
    if not (-slack <= s <= 1.0 + slack and -far <= v <= 1.0 + far):
        return NOTHING
    s, v = _clamped(s), _clamped(v)
    # a plain line as a cubic runs along its chord as 3t² − 2t³
    t, u = _of_chord(s), _of_chord(v)
    return Common((Crossing(t, u, first[0] + s * p if s < 1.0 else first[3]),))


def _clamped(value: float) -> float:
    return min(1.0, max(0.0, value))


def _of_chord(part: float) -> float:
    """The parameter at which a plain line has come so far along its chord."""
    if part in (0.0, 0.5, 1.0):
        return part
    t = part
    for _ in range(60):
        rise = 6.0 * t * (1.0 - t)
        new = t - (t * t * (3.0 - 2.0 * t) - part) / rise if rise > 1e-9 else t
        if not 0.0 < new < 1.0:
            new = (t + (0.0 if new <= 0.0 else 1.0)) / 2.0
        t, before = new, t
        if abs(t - before) <= STILL:
            break
    return t


def _clear(first: PreparedSegment, second: PreparedSegment) -> Common | None:
    """The crossings of two strands where all of them are clear ones; None where some may not be."""
    found: list[Crossing] = []
    stack: list[tuple[Piece, Piece]] = [(first, second)]
    slack = MEETS
    for _ in range(MOST_TRIED):
        if not stack:
            return Common(tuple(found))
        p, q = stack.pop()
        if (
            p.left > q.right + slack
            or q.left > p.right + slack
            or p.top > q.bottom + slack
            or q.top > p.bottom + slack
        ):
            continue
        if p.passes_by(q, slack) or q.passes_by(p, slack):
            continue
        one, other = p.cone, q.cone
        if one is not None and other is not None and cross_once_at_most(one, other):
            crossing = _newton(first.cubic, second.cubic, p, q)
            if crossing is not None:
                found.append(crossing)
                continue
        elif other is not None and run_beside(p.cubic, q.cubic, other, slack):
            continue
        if p.end - p.start >= q.end - q.start:
            left, right = p.halves
            stack += ((left, q), (right, q))
        else:
            left, right = q.halves
            stack += ((p, left), (p, right))
    return None


def _newton(first: Cubic, second: Cubic, p: Piece, q: Piece) -> Crossing | None:
    """The crossing of two pieces whose cones are apart; None where there is none within them."""
    direction, other = p.cubic[3] - p.cubic[0], q.cubic[3] - q.cubic[0]
    gap = q.cubic[0] - p.cubic[0]
    turn = (direction.conjugate() * other).imag
    s, v = (gap.conjugate() * other).imag / turn, (gap.conjugate() * direction).imag / turn
    if not (-0.5 < s < 1.5 and -0.5 < v < 1.5):
        return None
    t, u = p.start + _clamped(s) * (p.end - p.start), q.start + _clamped(v) * (q.end - q.start)
    one, two = powers(first), powers(second)
    for _ in range(12):
        ahead, aside, sine = step(one, two, t, u)
        if sine == 0.0:
            return None
        t, u = t + ahead, u + aside
        if not (-1.0 < t < 2.0 and -1.0 < u < 2.0):
            return None
        if abs(ahead) + abs(aside) <= STILL:
            break
    if not (p.start - SPAN_SLACK <= t <= p.end + SPAN_SLACK):
        return None
    if not (q.start - SPAN_SLACK <= u <= q.end + SPAN_SLACK):
        return None
    t, u = _clamped(t), _clamped(u)
    at = point_at(first, t)
    return Crossing(t, u, at) if abs(point_at(second, u) - at) <= MEETS else None
