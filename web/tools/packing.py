"""Runs in Pyodide while the front end is built: what a browser gets of Python and of the core."""

import ast
import dataclasses
import importlib
import marshal
import sys
from hashlib import blake2b
from pathlib import Path
from py_compile import PycInvalidationMode, compile as compiled
from shutil import unpack_archive
from zipfile import ZIP_DEFLATED, ZIP_STORED, ZipFile, ZipInfo

ENTRY = "buildup.session"
"""What answers the questions; all that it imports is shipped."""


def _pyc(source: Path, place: str) -> Path:
    """The module as bytecode without docstrings beside its source; `place` stands in tracebacks."""
    made = source.with_suffix(".pyc")
    how = PycInvalidationMode.UNCHECKED_HASH
    compiled(str(source), str(made), place, doraise=True, optimize=2, invalidation_mode=how)
    return made


def _put(archive: ZipFile, name: str, content: bytes) -> None:
    info = ZipInfo(name)  # its date is always the same
    info.compress_type = archive.compression
    archive.writestr(info, content)


def pack_library(archive: str, made: str) -> None:
    """The standard library as bytecode: it starts in a quarter of the time, and is smaller."""
    folder = Path("/library")
    unpack_archive(archive, folder, "zip")
    with ZipFile(made, "w", ZIP_DEFLATED) as library:
        for path in sorted(folder.rglob("*")):
            if path.is_dir():
                continue
            name = path.relative_to(folder).as_posix()
            if path.suffix == ".py" and "bad" not in path.name:
                path, name = _pyc(path, name), name + "c"
            _put(library, name, path.read_bytes())


def pack_core(root: str, made: str) -> dict[str, list[str]]:
    """Writes the modules that ENTRY needs as zips of bytecode, one for each of their folders.

    Returns: under `library` what they import of the standard library, under `packs` the names of
    the zips, each the folder's path with hyphens.
    """
    folder, out = Path(root), Path(made)
    needs: dict[str, set[str]] = {}
    for path in sorted(folder.rglob("*.py")):
        needs[path.relative_to(folder.parent).as_posix()] = _imports(path)
        _pyc(path, str(path))
        path.unlink()
    sys.path.insert(0, str(folder.parent))
    methods = _import_with_methods()
    packs: dict[str, list[Path]] = {}
    library: set[str] = set()
    for name in sorted(n for n in sys.modules if n.split(".")[0] == folder.name):
        path = Path(sys.modules[name].__file__ or "")
        place = path.relative_to(folder.parent)
        packs.setdefault("-".join(place.parent.parts[:3]), []).append(path)
        library |= needs[place.with_suffix(".py").as_posix()]
    out.mkdir()
    for pack, paths in packs.items():
        with ZipFile(out / f"{pack}.zip", "w", ZIP_STORED) as archive:
            own: dict[bytes, object] = {}
            for path in paths:
                name = path.relative_to(folder.parent)
                _put(archive, name.as_posix(), path.read_bytes())
                own |= methods.get(".".join(name.with_suffix("").parts), {})
            _put(archive, "methods", marshal.dumps(own))
    return {"library": sorted(library), "packs": sorted(packs)}


def _import_with_methods() -> dict[str, dict[bytes, object]]:
    """Imports ENTRY.

    Returns: for each module the methods that its dataclasses wrote, by their text's digest.
    """
    methods: dict[str, dict[bytes, object]] = {}

    def record(text: str, names: dict[str, object], own: dict[str, object]) -> None:
        code = compile(text, "<dataclass>", "exec")
        digest = blake2b(text.encode()).digest()
        methods.setdefault(str(names["__name__"]), {})[digest] = code
        exec(code, names, own)

    vars(dataclasses)["exec"] = record
    importlib.import_module(ENTRY)
    return methods


def _imports(path: Path) -> set[str]:
    """The modules of the standard library that a module of the core imports."""
    found: set[str] = set()
    for node in ast.walk(ast.parse(path.read_text())):
        if isinstance(node, ast.Import):
            found |= {alias.name for alias in node.names}
        elif isinstance(node, ast.ImportFrom) and node.level == 0 and node.module:
            found.add(node.module)
    return {name for name in found if name.split(".")[0] != path.parts[2]}
