"""Runs in Pyodide when it starts: takes in the core's modules as `tools/packing.py` packed them."""

import dataclasses
import importlib
import marshal
import sys
from hashlib import blake2b
from importlib.abc import InspectLoader, MetaPathFinder
from importlib.machinery import ModuleSpec
from io import BytesIO
from zipfile import ZipFile

HEAD = 16
"""Bytes before the code in a file of bytecode."""


class Packed(MetaPathFinder, InspectLoader):
    """Imports modules from the archives' content: a path in them, and its bytes."""

    def __init__(self, files: dict[str, bytes]) -> None:
        self.files = files

    def find_spec(self, fullname, path=None, target=None) -> ModuleSpec | None:
        place = fullname.replace(".", "/")
        for name, package in ((f"{place}.pyc", False), (f"{place}/__init__.pyc", True)):
            if name in self.files:
                return ModuleSpec(fullname, self, origin=name, is_package=package)
        return None

    def get_source(self, fullname) -> None:
        return None

    def get_code(self, fullname):
        return marshal.loads(memoryview(self.files.pop(self.find_spec(fullname).origin))[HEAD:])


def take_in(archives, entry: str) -> None:
    """Imports `entry` from the archives.

    The methods that dataclasses write for themselves were compiled when they were packed, which
    saves a third of the time; one whose text is not known is compiled as ever.
    """
    files, methods = {}, {}
    for archive in archives:
        with ZipFile(BytesIO(archive)) as opened:
            for name in opened.namelist():
                if name == "methods":
                    methods |= marshal.loads(opened.read(name))
                else:
                    files[name] = opened.read(name)

    def run(text: str, names: dict, own: dict) -> None:
        exec(methods.get(blake2b(text.encode()).digest(), text), names, own)

    packed = Packed(files)
    sys.meta_path.insert(0, packed)
    dataclasses.exec = run
    try:
        importlib.import_module(entry)
    finally:
        del dataclasses.exec
        sys.meta_path.remove(packed)
