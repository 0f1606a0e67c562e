"""A set of icons: squares of many sizes, a favicon, a sprite of symbols."""

import io
import json
from dataclasses import replace

from buildup.drawing.tree import ROOT
from buildup.formats.formatsettings import IconsOut
from buildup.formats.scene import scene
from buildup.formats.svg.svgpaint import Inks
from buildup.formats.svg.svgwrite import Writing, scene_lines, svg, view_of
from buildup.formats.svg.symbolids import symbol_id
from buildup.geometry.progress import done
from PIL import Image

from exports.iconfont import icon_font
from exports.parcels import File, Job, Parcel, file_name
from exports.raster import WHITE, drawn

FAVICON = (16, 32, 48)
TOUCH = 180
"""Pixels of an icon for home screens (common practice)."""
MANIFEST = (192, 512)
"""Pixels of the icons that browsers ask a manifest for (common practice)."""
HEAD = """<link rel="icon" href="/favicon.ico" sizes="32x32">
<link rel="icon" href="/favicon.svg" type="image/svg+xml">
<link rel="apple-touch-icon" href="/apple-touch-icon.png">
<link rel="manifest" href="/site.webmanifest">
"""
SMALL = Writing(decimals=3, labels=False, groups=False)


def icons(job: Job, settings: IconsOut) -> Parcel:
    """All files of the set."""
    files = []
    for number, size in enumerate(dict.fromkeys(settings.sizes)):
        done(number / len(settings.sizes))
        name = file_name(job.name, "png", more=f"-{size}")
        files.append(File(name, _png(square(job, size))))
    if settings.favicon:
        files.append(File("favicon.ico", favicon(job)))
    if settings.sprite:
        files.append(File("sprite.svg", sprite(job).encode()))
    if settings.pages:
        files += site_icons(job)
    if settings.font:
        files += icon_font(job)
    return Parcel(tuple(files))


def square(job: Job, size: int) -> Image.Image:
    """A picture in the middle of a square, as large as it fits; nothing lies behind it."""
    box = job.box
    scale = size / max(box.width, box.height)
    width, height = (max(1, round(side * scale)) for side in (box.width, box.height))
    picture = drawn(job, (width, height), transparent=True).convert("RGBA")
    ground = Image.new("RGBA", (size, size))
    ground.paste(picture, ((size - width) // 2, (size - height) // 2))
    return ground


def favicon(job: Job) -> bytes:
    """An ICO of several sizes, each drawn by itself."""
    *small, largest = (square(job, size) for size in FAVICON)
    stream = io.BytesIO()
    sizes = [(s, s) for s in FAVICON]
    largest.save(stream, "ICO", sizes=sizes, append_images=small)
    return stream.getvalue()


def site_icons(job: Job) -> list[File]:
    """What a web site asks for besides an ICO, with the lines that name it (W3C Web App Manifest).

    An icon for home screens has no transparent ground: it is laid on white.
    """
    files = [
        File(
            "favicon.svg",
            svg(job.drawing, title="", ids=job.ids, writing=SMALL, pictures=job.addresses).encode(),
        )
    ]
    touch = Image.new("RGB", (TOUCH, TOUCH), WHITE)
    picture = square(job, TOUCH)
    touch.paste(picture, mask=picture)
    files.append(File("apple-touch-icon.png", _png(touch)))
    files += [File(f"icon-{size}.png", _png(square(job, size))) for size in MANIFEST]
    icons = [
        {"src": f"icon-{size}.png", "sizes": f"{size}x{size}", "type": "image/png"}
        for size in MANIFEST
    ]
    manifest = json.dumps({"name": job.name, "icons": icons}, ensure_ascii=False, indent=2)
    files.append(File("site.webmanifest", f"{manifest}\n".encode()))
    files.append(File("head.html", HEAD.encode()))
    return files


def _png(picture: Image.Image) -> bytes:
    stream = io.BytesIO()
    picture.save(stream, "PNG")
    return stream.getvalue()


def sprite(job: Job) -> str:
    """An SVG in which each layer, or each of the items, is a symbol under its name."""
    drawing = job.drawing
    tops = drawing.tree.children(ROOT) if job.ids is None else drawing.tree.tops(job.ids)
    taken: set[str] = set()
    lines = ['<svg xmlns="http://www.w3.org/2000/svg">']
    writing = replace(SMALL, inks=Inks(pictures=job.addresses))
    for top in tops:
        inside = list(scene_lines(scene(drawing, (top,)), writing))
        if not inside:
            continue
        own = symbol_id(drawing.items[top].name, taken)
        held = drawing.tree.children(top) if job.ids is None else (top,)
        view = view_of(drawing, held) if job.ids else replace(job, ids=None).box
        box = " ".join(f"{v:g}" for v in (view.left, view.top, view.width, view.height))
        lines += [f'<symbol id="{own}" viewBox="{box}">', *inside, "</symbol>"]
    return "\n".join([*lines, "</svg>", ""])
