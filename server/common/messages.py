"""Every sentence of the server, by its code and its parameters; the core has its own.

A key is a code, or a code and, after a dot, which of its sentences is meant.
"""

from collections.abc import Mapping
from enum import StrEnum

from buildup.errors import Refusal
from buildup.refusals import REFUSALS

SENTENCES: Mapping[str, str] = {
    "bad_request": "The request could not be read. Nothing was changed.",
    "bad_request.invalid": "The request is not valid. Nothing was changed.",
    "bad_shelf": "That file is not a shelf of this program. Nothing was changed.",
    "broken_off": "The request was interrupted. Nothing was changed.",
    "broken_picture": "That picture is incomplete or damaged. Nothing was placed; select a PNG, JPEG or WebP of up to 50 megapixels.",
    "busy": "This drawing is busy with another edit. What was saved is safe; your edit is stored here and is tried again.",
    "busy.drawing": "The drawing keeps changing elsewhere. Your edit is stored and is tried again.",
    "busy.export": "Other pictures are being exported. Nothing was exported; try again.",
    "busy.import": "The server is busy with other imports. Nothing was changed; try again.",
    "busy.reading": "Other files are being imported. Nothing was changed; try again.",
    "busy.sign_in": "The server is busy with other sign-ins. Try again in a second.",
    "fonts_full": "You have added {count} fonts, the most there can be. Nothing was added; remove one first. Text in it stays as it is.",
    "heavy_font": "The glyphs of that font have far too many anchors. Nothing was changed; select another font.",
    "id_taken": "Another edit has the same id. That edit is safe; repeat yours.",
    "key_taken": "This idempotency key belongs to another request.",
    "locked_out": "Too many tries with a wrong password. Your edits are safe; wait five minutes, then sign in.",
    "locked_out.network": "Too many wrong passwords from your network. Your edits are safe; wait a minute, then sign in.",
    "long_ago": "Much has changed since this page was loaded. The drawing is loaded again, and your edits are applied on top.",
    "name_taken": "The tray “{tray}” already contains “{name}”. Enter another name.",
    "no_cutter": "The cutting table does not answer, so nothing was cut. The drawing is safe; restart the program, then cut again.",
    "no_demo": "The demo is not available here. Sign in with an account.",
    "no_form": "Hardly anything there has that colour. Nothing was changed; raise the tolerance, or click elsewhere.",
    "no_form.thin": "That area is too thin to trace. Nothing was changed.",
    "no_token": "This page is out of date. Nothing was changed; reload it and repeat the step.",
    "not_a_font": "That font cannot be used: {why}. Nothing was changed; select a TTF, OTF, WOFF or WOFF2 file.",
    "not_a_picture": "That file is not a picture that can be read. Nothing was placed; select a PNG, JPEG or WebP of up to 50 megapixels.",
    "not_an_outline.preset": "“{name}” is a preset, not an outline. Nothing was saved.",
    "not_dxf": "That DXF is incomplete or of an unsupported kind. Nothing was changed; export it as DXF R2010 or R12.",
    "not_pdf": "That PDF is incomplete, protected by a password, or empty. Nothing was changed; export it again.",
    "not_signed_in": "You are signed out. What was saved is safe; sign in again.",
    "not_the_last": "“{name}” was done later in another window. Nothing was undone; undo again to undo that first.",
    "not_the_last.redo": "Another window has changed the drawing. Nothing was redone; what was undone is still in History.",
    "not_there": "Not found.",
    "nothing_drawn.dxf": "The DXF contains no lines. {left_out} Nothing was changed.",
    "nothing_drawn.export": "Nothing visible to export.",
    "nothing_drawn.font": "{name} contains no glyphs. Nothing was changed.",
    "nothing_drawn.pdf": "The PDF contains nothing that can be imported. {left_out} Nothing was changed.",
    "nothing_drawn.selection": "The selection contains nothing visible.",
    "nothing_selected.export": "Nothing is selected. Select what to export.",
    "nothing_to_redo": "Nothing left to redo.",
    "nothing_to_undo": "Nothing left to undo.",
    "old_page": "A newer version is available. Your edits are stored here; reload the page to send them.",
    "outside_picture": "That is outside the picture. Click an area of it.",
    "picture_too_large": "That picture is far too large. Nothing was placed; select a PNG, JPEG or WebP of up to 50 megapixels.",
    "picture_too_large.bytes": "That file is larger than 20 MB. Nothing was placed; select a PNG, JPEG or WebP of up to 50 megapixels.",
    "picture_too_large.pixels": "That picture has {megapixels:.0f} megapixels. Nothing was placed; select a PNG, JPEG or WebP of up to 50 megapixels.",
    "picture_too_large.side": "That picture has a side of {side:,} px. Nothing was placed; select a PNG, JPEG or WebP of up to 50 megapixels.",
    "shelf_full": "A shelf holds up to {most:,} outlines and presets. Delete some, then try again.",
    "shelf_full.size": "A shelf holds up to {most} million characters of outlines. Nothing was saved; delete some, then try again.",
    "stale": "The drawing changed elsewhere. Your edit is applied on top.",
    "stopped": "Stopped. Nothing was changed.",
    "storage_full": "Your storage is full: {used}. Nothing was added. Delete drawings you do not need and empty the bin, or remove fonts, then try again.",
    "database_unavailable": "The database does not answer. What was saved is safe; your edit is stored here and is sent when the database is back.",
    "too_far.steps": "This step is more than {most:,} steps away. Go to it to see it.",
    "too_large.print": "A copy is larger than the sheet; its parts can be cut on several sheets, but not printed on them. Nothing was printed; use a larger sheet.",
    "too_large": "This edit is too large for the database. What was saved is safe; do it in smaller parts.",
    "too_large.outline": "That outline is too large for a shelf.",
    "too_large.request": "That is more than {most:.3g} MB at once. Nothing was changed; try it in smaller parts.",
    "too_long.edit": "This takes too long for one edit. Nothing was changed; do it with fewer items, or simplify them first.",
    "too_many_files": "{count:,} files are more than one export makes ({most}). Nothing was exported; select fewer items, or group them.",
    "too_many_pixels": "That would be {width:,} × {height:,} pixels; a picture has up to {most} million. Nothing was exported; lower the resolution.",
    "too_much.board": "That file holds more than can be added to an open drawing at once. Nothing was changed; import it on the home page: it becomes a drawing of its own.",
    "too_much.dxf": "The DXF has too many {what} to import at once. Nothing was changed; import it in parts.",
    "too_much.file": "That file needs too much time or memory. Nothing was changed; import it in parts, or export a simpler file.",
    "too_much.pdf": "The PDF is too large to import at once. Nothing was changed; import it in parts.",
    "unforeseen": "Something went wrong on the server. What was saved is safe; your edit is stored and is tried again.",
    "unknown_drawing": "This drawing does not exist, or was deleted. Go back to Drawings.",
    "unknown_entry": "That is no longer on the shelf. Nothing was changed.",
    "unknown_entry.variation": "The original of this variation is no longer on the shelf.",
    "unknown_font": "That font is no longer available. The text stays as it is; select another font, or add this one again.",
    "unknown_file": "“{name}” cannot be imported. Nothing was changed; select {known}.",
    "unknown_host": "This address is not one of the program's. Open it by its own address.",
    "unknown_picture": "That picture does not exist.",
    "unknown_picture.placed": "That picture no longer exists. Nothing was placed; select a file again.",
    "unknown_step": "That step is no longer in this drawing's history.",
    "unknown_version": "The server has an earlier state than this page. The drawing is loaded again, and your edits are applied on top.",
    "unreadable": "That file is damaged or invalid. Nothing was changed; export it again from the program it comes from.",
    "unreadable.file": "That file cannot be read. Nothing was changed.",
    "whole_picture": "Nearly the whole picture has that colour. Nothing was changed; lower the tolerance, or click elsewhere.",
    "wrong_sign_in": "Name or password is wrong. Try again.",
}
"""What happened, what is safe, what to do."""

_CODES = sorted({key.partition(".")[0] for key in (*REFUSALS, *SENTENCES)})
Code = StrEnum("Code", [(code, code) for code in _CODES])  # type: ignore[misc]
"""Why something was not done, for programs."""


def sentence(key: str, /, **parameters: object) -> str:
    """The sentence of a key.

    >>> sentence("nothing_to_undo")
    'Nothing left to undo.'
    """
    return SENTENCES[key].format_map(parameters).replace(".  ", ". ")


def refusal(key: str, position: str = "", /, **parameters: object) -> Refusal:
    """The refusal of a key; what stands before its first dot is the code.

    Args:
        key: one of `SENTENCES`.
        position: the id of the item or the name of the field it is about, or empty.
        parameters: what the sentence names.
    """
    return Refusal(key.partition(".")[0], sentence(key, **parameters), position)
