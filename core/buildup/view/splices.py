"""Long path data told as what is different from the path data that somebody holds."""

from dataclasses import replace
from zlib import adler32

from buildup.view.drawables import Drawable, Splice

LONG_PATH = 20_000
"""Characters of path data from which on it is told by what changed of it."""


def spliced(now: Drawable, held: Drawable | None) -> Drawable:
    """A drawable for somebody who holds an earlier one: long path data as a splice of that.

    Short path data, and such as has little in common with what is held, is told whole.
    """
    if held is None or min(len(now.path), len(held.path)) < LONG_PATH:
        return now
    start = _alike(now.path, held.path)
    room = min(len(now.path), len(held.path)) - start
    end = _alike(now.path[::-1][:room], held.path[::-1][:room])
    text = now.path[start : len(now.path) - end]
    if len(text) > len(now.path) // 2:
        return now
    cut = len(held.path) - end - start
    splice = Splice(of=adler32(held.path.encode()), at=start, cut=cut, text=text)
    return replace(now, path="", splice=splice)


def _alike(a: str, b: str) -> int:
    """How many characters two texts begin with that are the same.

    >>> _alike("abcd", "abx")
    2
    """
    low, high = 0, min(len(a), len(b))
    while low < high:
        middle = (low + high + 1) // 2
        if a[low:middle] == b[low:middle]:
            low = middle
        else:
            high = middle - 1
    return low
