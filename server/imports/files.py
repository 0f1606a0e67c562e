"""Files of other programs: what each is told by, and reading it where it can do no harm."""

from collections.abc import Mapping
from functools import partial

from buildup.formats.incoming import Incoming
from common.messages import refusal
from common.sandbox import pool
from fonts.families import said

from imports.travelling import arrived

KINDS: Mapping[str, str] = {
    "svg": "svg",
    "dxf": "dxf",
    "pdf": "pdf",
    **dict.fromkeys(("ttf", "otf", "woff", "woff2"), "font"),
}
"""Which reader reads it, by what the name of a file ends with."""


def read_file(user_id: int, name: str, data: bytes) -> Incoming:
    """What a file holds.

    Args:
        user_id: whose fonts text is set in.
        name: of the file, whose end says what it is.
        data: its bytes.

    Raises:
        Refusal: `unknown_file`; as its reader; as `pool.run`.
    """
    kind = KINDS.get(name.rpartition(".")[2].lower())
    if kind is None and b"<svg" in data[:4_096]:
        kind = "svg"
    if kind is None:
        known = " or ".join(s.upper() for s in KINDS)
        raise refusal("unknown_file", name=name[:60], known=known)
    told, pictures = pool.run("file", data, say=partial(said, user_id), kind=kind, name=name[:200])
    return arrived(told, pictures)
