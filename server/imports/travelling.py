"""What was read of a file, on its way from the child that read it to the server."""

import io
from typing import Any

from buildup.drawing.clips import Clip
from buildup.drawing.codec import read_stored, write
from buildup.errors import Refusal
from buildup.formats.importnotes import ImportNote
from buildup.formats.incoming import Incoming, whole_clip
from buildup.formats.svg.liveread import read_live
from buildup.formats.svg.livesvg import live_text
from buildup.forms.itemchecks import checked_clip
from common.messages import refusal
from references.imagefiles import checked

LONGEST_READ = 120_000_000
"""Characters of a file's items, on their way: half a million anchors whose numbers have all digits
come to 75 million (measured)."""


def written(found: Incoming) -> tuple[dict[str, Any], bytes]:
    """What was read, as JSON values and the bytes of its pictures."""
    parts: list[bytes] = []
    values = _written(found, parts)
    return values, b"".join(parts)


def _written(found: Incoming, parts: list[bytes]) -> dict[str, Any]:
    pictures = []
    for number, data in found.pictures.items():
        try:
            sound = checked(data)
        except Refusal:
            continue  # `with_pictures` says that it is missing
        parts.append(sound.data)
        pictures.append([number, len(sound.data)])
    return {
        "clip": found.clip.text() if found.clip.items and found.live is None else None,
        "size": [found.size.real, found.size.imag],
        "unit": found.unit,
        "name": found.name,
        "live": None if found.live is None else live_text(found.live),
        "notes": write(found.notes),
        "pictures": pictures,
        "further": [_written(page, parts) for page in found.further],
    }


def arrived(values: dict[str, Any], data: bytes) -> Incoming:
    """What came from the child; it is checked like anything from outside.

    Raises:
        Refusal: as `checked_clip` and `read_live`; `bad_data`.
    """
    return _arrived(values, io.BytesIO(data))


def _arrived(values: dict[str, Any], parts: io.BytesIO) -> Incoming:
    try:
        live = None if values["live"] is None else read_live(values["live"])
        clip = Clip((), ())
        if live is not None:
            clip = whole_clip(live)
        elif values["clip"] is not None:
            if len(values["clip"]) > LONGEST_READ:
                raise refusal("too_much.file")
            clip = checked_clip(values["clip"], longest=LONGEST_READ)
        return Incoming(
            clip=clip,
            size=complex(*values["size"]),
            unit=str(values["unit"]),
            name=str(values["name"]),
            live=live,
            notes=tuple(read_stored(ImportNote, n) for n in values["notes"]),
            pictures={int(k): parts.read(int(size)) for k, size in values["pictures"]},
            further=tuple(_arrived(page, parts) for page in values["further"]),
        )
    except (KeyError, TypeError, ValueError):
        raise refusal("unreadable.file") from None
