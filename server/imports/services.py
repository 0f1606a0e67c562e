"""Files of other programs, and those that were sent out here, as new drawings."""

from collections.abc import Sequence
from dataclasses import dataclass, replace

from accounts.services.quota import make_room
from buildup.drawing.checks import LONGEST_NAME, LONGEST_SHEET, SHORTEST_SHEET, check_name
from buildup.drawing.model import Drawing as Value
from buildup.drawing.sheet import Sheet
from buildup.drawing.sheetchecks import check_sheet
from buildup.formats.importnotes import Notes, sentence, together
from buildup.formats.incoming import Incoming, with_pictures
from common.retries import in_transaction
from drawings.models import Drawing
from drawings.selectors.lookup import locked
from drawings.services.lifecycle import written
from drawings.services.pictures import keep_all

from imports.files import read_file


@dataclass(frozen=True)
class TakenIn:
    """What was made of a file.

    Args:
        rows: the new drawings, one for each page.
        message: how many there are, and what was left out (empty: nothing).
        notes: what was left out or changed, where there is one drawing.

    """

    rows: Sequence[Drawing]
    message: str
    notes: Notes = ()


def take_in(user_id: int, *, name: str, data: bytes, tolerance: float = 0.0) -> TakenIn:
    """A file as a new drawing, or one for each page: sheet, items, whatever is live in it.

    Args:
        user_id: who brings it.
        name: of the file.
        data: its bytes.
        tolerance: within which its outlines are simplified, sheet units; 0: not at all.

    Raises:
        Refusal: as `read_file` and `checked_clip`; `bad_name`; as `make_room`.
    """
    found = read_file(user_id, name, data, tolerance=tolerance)
    called = (found.name or name.rpartition(".")[0] or name)[:LONGEST_NAME].strip()
    check_name(called)
    note = sentence(together(note for page in found.pages for note in page.notes))
    if not found.further:
        rows = _written(user_id, [(called, found)])
        return TakenIn(rows, note, found.notes)
    pages = [
        (f"{called[: LONGEST_NAME - 12]}, page {n}", page)
        for n, page in enumerate(found.pages, start=1)
    ]
    note = f"{len(pages)} drawings were created, one for each page. {note}".strip()
    return TakenIn(_written(user_id, pages), note)


def value_of(found: Incoming) -> Value:
    """A document as a drawing."""
    if found.live is not None:
        return found.live
    return replace(found.clip.drawing(), sheet=_sheet(found))


def _sheet(found: Incoming) -> Sheet:
    """As large as it says, within what a sheet may be."""
    if not found.size:
        return Sheet()
    width, height = (
        min(max(side, SHORTEST_SHEET), LONGEST_SHEET) for side in (found.size.real, found.size.imag)
    )
    return check_sheet(Sheet(width, height, found.unit))


@in_transaction
def _written(user_id: int, pages: Sequence[tuple[str, Incoming]]) -> list[Drawing]:
    """All of them or none; the first is the newest, so that it comes first at home."""
    size = sum(len(data) for _, page in pages for data in page.pictures.values())
    make_room(user_id, drawings=len(pages), size=size)
    return [_drawing(user_id, name, page) for name, page in reversed(pages)][::-1]


def _drawing(user_id: int, name: str, page: Incoming) -> Drawing:
    kept = keep_all(user_id, page.pictures)
    return written(user_id, name, value_of(with_pictures(page, kept)))


def items_of(
    user_id: int, *, name: str, data: bytes, drawing_id: int | None, tolerance: float = 0.0
) -> Incoming:
    """The items of a file on their way into a drawing, which keeps their pictures.

    Args:
        user_id: who brings it.
        name: of the file.
        data: its bytes.
        drawing_id: into which drawing; None: its pictures show grey.
        tolerance: within which its outlines are simplified, sheet units; 0: not at all.

    Raises:
        Refusal: as `read_file`; `unknown_drawing`; as `make_room`.
    """
    found = read_file(user_id, name, data, tolerance=tolerance)
    if not found.pictures or drawing_id is None:
        return with_pictures(found, {})
    return _with_stored(user_id, drawing_id, found)


@in_transaction
def _with_stored(user_id: int, drawing_id: int, found: Incoming) -> Incoming:
    row = locked(user_id, drawing_id)
    make_room(user_id, size=sum(map(len, found.pictures.values())))
    return with_pictures(found, keep_all(user_id, found.pictures, used_by=row))
