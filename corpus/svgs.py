"""SVG files, read and written again, beside what they were; both drawn by resvg."""

import io
import re
from collections.abc import Mapping

import resvg_py
from buildup.drawing.sheet import Sheet
from buildup.formats.incoming import Incoming
from buildup.formats.picturefacts import facts_of
from buildup.formats.svg.svgread import read_document
from buildup.formats.svg.svgwrite import svg
from imports.services import value_of
from PIL import Image
from references.selectors import ShownPicture, addresses

from corpus.pixels import SIDE, apart
from corpus.verdicts import Verdict

_SIZES = re.compile(r"""\s(?:width|height)\s*=\s*(?:"[^"]*"|'[^']*')""")
_ROOT = re.compile(r"<svg\b[^>]*>", re.DOTALL)


def tried(name: str, data: bytes) -> Verdict:
    """What became of a file.

    Raises:
        Refusal: as `read_document`.

    """
    text = data.decode("utf-8", "replace")
    found = read_document(text, keeps_pictures=True)
    drawing = value_of(found)
    size = size_of(drawing.sheet)
    written = svg(drawing, title="", pixels=size, pictures=addresses(shown_in(found)))
    return Verdict(name, apart(drawn(_sized(text, size)), drawn(written)), found.left)


def _sized(text: str, size: tuple[int, int]) -> str:
    """A document in just so many pixels, stretched as ours is."""
    root = _ROOT.search(text)
    if root is None:
        return text
    plain = _SIZES.sub("", root[0])
    if "viewBox" not in plain:
        told = dict(re.findall(r"""\s(width|height)\s*=\s*["']([\d.]+)""", root[0]))
        box = f"0 0 {told.get('width', 100)} {told.get('height', 100)}"
        plain = plain.replace("<svg", f'<svg viewBox="{box}"', 1)
    plain = re.sub(r"\spreserveAspectRatio=\S+", "", plain)
    sizes = f'width="{size[0]}" height="{size[1]}" preserveAspectRatio="none"'
    plain = plain.replace("<svg", f"<svg {sizes}", 1)
    return text.replace(root[0], plain, 1)


def shown_in(found: Incoming) -> Mapping[int, ShownPicture]:
    """The pictures of a file, as its items name them."""
    every = {n: (data, facts_of(data)) for n, data in found.pictures.items()}
    return {n: ShownPicture(data, facts.mime) for n, (data, facts) in every.items() if facts}


def size_of(sheet: Sheet) -> tuple[int, int]:
    """How many pixels a sheet is drawn in."""
    scale = SIDE / max(sheet.width, sheet.height)
    return max(1, round(sheet.width * scale)), max(1, round(sheet.height * scale))


def drawn(text: str) -> Image.Image:
    """A document as resvg draws it."""
    drawn = resvg_py.svg_to_bytes(svg_string=text, skip_system_fonts=True, dpi=96)
    picture = Image.open(io.BytesIO(bytes(drawn)))
    picture.load()
    return picture
