"""What is sent out: which part of which drawing, and the files that come of it."""

import io
import re
import zipfile
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field, replace

from buildup.drawing.model import Drawing
from buildup.formats.scene import Node, Part, Piece, pieces, scene
from buildup.forms.seen import shown_box
from buildup.geometry.boxes import Box
from common.messages import refusal
from references.selectors import ShownPicture, addresses

_NO_NAME = re.compile(r'[\x00-\x1f\x7f\\/:*?"<>|]+')
LONGEST_FILE_NAME = 100
MOST_FILES = 400
"""Of one export with a file for each item."""


@dataclass(frozen=True)
class Job:
    """What is sent.

    Args:
        name: of the file, without its suffix.
        drawing: which.
        ids: of the items; None: the sheet.
        pictures: those that it shows, by their numbers.
    """

    name: str
    drawing: Drawing
    ids: tuple[str, ...] | None = None
    pictures: Mapping[int, ShownPicture] = field(default_factory=dict)

    @property
    def addresses(self) -> Mapping[int, str]:
        """Where an SVG finds the pictures."""
        return addresses(self.pictures)

    @property
    def box(self) -> Box:
        """The sheet, or what is seen of the items."""
        sheet = self.drawing.sheet
        if self.ids is None:
            return Box(0.0, 0.0, sheet.width, sheet.height)
        boxes = [b for i in self.ids if (b := shown_box(self.drawing, i)) is not None]
        if not boxes:
            raise refusal("nothing_drawn.selection")
        return Box.union(boxes)

    @property
    def scene(self) -> tuple[Node, ...]:
        """What shows of it."""
        return scene(self.drawing, self.ids)

    def without_ground(self) -> "Job":
        """The same without the sheet's colour."""
        sheet = replace(self.drawing.sheet, colour=None)
        return replace(self, drawing=replace(self.drawing, sheet=sheet))

    def each(self) -> "list[Job]":
        """A job for each of its items, by its name."""
        tops = self.drawing.tree.tops(self.ids or ())
        if len(tops) > MOST_FILES:
            raise refusal("too_many_files", count=len(tops), most=MOST_FILES)
        return [replace(self, name=self.drawing.items[i].name, ids=(i,)) for i in tops]


@dataclass(frozen=True)
class File:
    """A file by its name.

    Args:
        name: with its suffix.
        data: its bytes.
        pixels: of a sketch of a picture, how large that would be.
        look: a PNG that is shown of it beforehand, where it is not shown itself.
    """

    name: str
    data: bytes
    pixels: tuple[int, int] | None = None
    look: bytes | None = None


@dataclass(frozen=True)
class Parcel:
    """Files, and sentences on what could not be said in them."""

    files: tuple[File, ...]
    messages: tuple[str, ...] = ()

    @classmethod
    def of(cls, parcels: "Iterable[Parcel]") -> "Parcel":
        """All files of several, each sentence once."""
        every = list(parcels)
        messages = dict.fromkeys(s for p in every for s in p.messages)
        return cls(tuple(f for p in every for f in p.files), tuple(messages))


def file_name(name: str, suffix: str, *, more: str = "") -> str:
    """A name that every file system takes.

    >>> file_name("f-hole: left/right", "svg"), file_name("...", "png", more="@2x")
    ('f-hole- left-right.svg', 'drawing@2x.png')
    """
    plain = _NO_NAME.sub("-", name).strip(" .")[:LONGEST_FILE_NAME]
    return f"{plain or 'drawing'}{more}.{suffix}"


def zipped(files: Sequence[File]) -> bytes:
    """Files in a zip, under names of which each is there once."""
    stream = io.BytesIO()
    taken: set[str] = set()
    with zipfile.ZipFile(stream, "w", zipfile.ZIP_DEFLATED) as archive:
        for file in files:
            stem, _, suffix = file.name.rpartition(".")
            name, number = file.name, 1
            while name.lower() in taken:
                number += 1
                name = f"{stem} {number}.{suffix}"
            taken.add(name.lower())
            archive.writestr(zipfile.ZipInfo(name), file.data, zipfile.ZIP_DEFLATED)
    return stream.getvalue()


LINES_ONLY = "Fills, gradients and effects are not included: such a file contains lines only."


def lines_only(nodes: Iterable[Node]) -> tuple[str, ...]:
    """What is said of formats that hold lines only."""
    has_effects = any(isinstance(n, Part) and n.finish.effects for n in nodes)
    has_effects |= any(_is_filled(p) for p in pieces(nodes))
    return (LINES_ONLY,) if has_effects else ()


def _is_filled(piece: Piece) -> bool:
    return piece.form.style.fill is not None
