"""The registry of files that are read: what each is told by, and who reads it."""

from collections.abc import Callable, Mapping
from functools import partial

from buildup.errors import Refusal
from buildup.formats.incoming import Incoming
from buildup.formats.svgread import read_document
from buildup.formats.svgtext import Say

from studio.lettering.faces import said
from studio.reading.dxffile import read_dxf
from studio.reading.fontfile import read_font
from studio.reading.pdffile import read_pdf
from studio.turnstile import Turnstile

_at_work = Turnstile(
    patience=20.0,
    sentence="Other files are being read at this moment. Nothing was changed; try it again.",
)
"""A large DXF takes some hundred megabytes while it is read."""


def read_svg_file(_name: str, data: bytes, say: Say) -> Incoming:
    """An SVG file, its text as words where the face is here.

    Raises:
        Refusal: as `read_document`.
    """
    return read_document(data.decode("utf-8-sig", "replace"), say)


READERS: Mapping[str, Callable[[str, bytes, Say], Incoming]] = {
    "svg": read_svg_file,
    "dxf": lambda name, data, _say: read_dxf(name, data),
    "pdf": lambda name, data, _say: read_pdf(name, data),
    **dict.fromkeys(("ttf", "otf", "woff", "woff2"), read_font),
}
"""By what the name of a file ends with."""


def read_file(user_id: int, name: str, data: bytes) -> Incoming:
    """What a file holds.

    Args:
        user_id: whose faces text is set in.
        name: of the file, whose end says what it is.
        data: its bytes.

    Raises:
        Refusal: `unknown_file`; as its reader.
    """
    suffix = name.rpartition(".")[2].lower()
    reader = READERS.get(suffix)
    if reader is None and b"<svg" in data[:4_096]:
        reader = read_svg_file
    if reader is None:
        known = " or ".join(s.upper() for s in READERS)
        raise Refusal(
            "unknown_file",
            f"“{name[:60]}” is no file that can be taken in. Nothing was changed; choose {known}.",
        )
    with _at_work.one():
        return reader(name, data, partial(said, user_id))
