"""Files of other programs: what each is told by, and reading it where it can do no harm."""

from collections.abc import Mapping
from functools import partial
from typing import Any

from buildup.drawing.codec import read
from buildup.formats.anchorcounts import AnchorCount
from buildup.formats.incoming import Incoming
from common.messages import refusal
from common.sandbox import pool
from fonts.families import set_text

from imports.travelling import arrived

KINDS: Mapping[str, str] = {
    "svg": "svg",
    "dxf": "dxf",
    "pdf": "pdf",
    **dict.fromkeys(("ttf", "otf", "woff", "woff2"), "font"),
}
"""Which reader reads it, by what the name of a file ends with."""


def read_file(user_id: int, name: str, data: bytes, *, tolerance: float = 0.0) -> Incoming:
    """What a file holds.

    Args:
        user_id: whose fonts text is set in.
        name: of the file, whose end says what it is.
        data: its bytes.
        tolerance: within which its outlines are simplified, sheet units; 0: not at all.

    Raises:
        Refusal: `unknown_file`; as its reader; as `pool.run`.
    """
    found, pictures = _asked("file", user_id, name, data, tolerance=tolerance)
    return arrived(found, pictures)


def anchors_in(user_id: int, name: str, data: bytes) -> tuple[AnchorCount, ...]:
    """How many anchors a file leads to, as it is and simplified.

    Args:
        user_id: whose fonts text is set in.
        name: of the file, whose end says what it is.
        data: its bytes.

    Raises:
        Refusal: `unknown_file`; as its reader; as `pool.run`.
    """
    found, _ = _asked("anchors", user_id, name, data)
    return tuple(read(AnchorCount, count) for count in found)


def _asked(job: str, user_id: int, name: str, data: bytes, **words: float) -> tuple[Any, bytes]:
    """What a reader of this kind of file answers."""
    kind = KINDS.get(name.rpartition(".")[2].lower())
    if kind is None and b"<svg" in data[:4_096]:
        kind = "svg"
    if kind is None:
        known = " or ".join(s.upper() for s in KINDS)
        raise refusal("unknown_file", name=name[:60], known=known)
    say = partial(set_text, user_id)
    return pool.run(job, data, say=say, kind=kind, name=name[:200], **words)
