"""What travels: the files of a first board, of a change of the core, of the home page."""

import json
import re
from pathlib import Path

from bench_rows import Row

KILOBYTE = 1000
ENGINE = ("memory.bin", "pyodide.asm.wasm", "pyodide.asm.mjs")
HOME = ("DrawingsPage", "cardlist")
BOARD = ("BoardPage", "TypedField", "filepicker", "select", "table", "tools", "catalogue")
NAMED = re.compile(r'"/(assets/[^"]+\.(?:js|css))"')


def _sent(path: Path) -> float:
    """Kilobytes as they are sent to a browser that takes Brotli."""
    packed = path.with_name(f"{path.name}.br")
    return (packed if packed.exists() else path).stat().st_size / KILOBYTE


def _parts(assets: Path, names: tuple[str, ...]) -> float:
    """Scripts and styles whose names begin so, together."""
    files = (p for p in assets.iterdir() if p.suffix in {".js", ".css"})
    return sum(_sent(p) for p in files if p.name.startswith(tuple(f"{n}-" for n in names)))


def wire_rows(web: Path) -> list[Row]:
    """Sizes of what was shipped, compressed; no time is measured."""
    page, assets = (web / "index.html").read_text(), web / "assets"
    core = json.loads(re.findall(r'id="shipped">(.*?)</script>', page, re.DOTALL)[0])["core"]
    modules = [_sent(web / m.lstrip("/")) for m in core["modules"]]
    engine = sum(_sent(web / core["python"].strip("/") / name) for name in ENGINE)
    face = _sent(next(assets.glob("hanken-grotesk-latin-wght-*.woff2")))
    first = face + sum(_sent(web / name) for name in NAMED.findall(page))
    sizes = (
        ("first board", first + engine + sum(modules) + _parts(assets, BOARD), 9000),
        ("after a change of one module of the core, at the most", max(modules), 300),
        ("home page", first + _parts(assets, HOME), 100),
    )
    return [Row(f"travels: {what}", size, size, budget, " kB") for what, size, budget in sizes]
