"""Reads and writes a corpus of files that nobody here made, and says what differs, file by file.

bin/corpus [--sample N] [--worst N] [package …]
"""

import argparse
import sys
import time
from collections import Counter
from collections.abc import Callable, Iterator

import django
from buildup.errors import Refusal

django.setup()

from corpus import dxfs, pages, pdfs, svgs  # noqa: E402
from corpus.packages import PACKAGES, Package, files  # noqa: E402
from corpus.verdicts import ALIKE, Verdict  # noqa: E402

TRIED: dict[str, dict[str, Callable[[str, bytes], Verdict]]] = {
    "svg": {
        "read and written as SVG": svgs.tried,
        "written as PDF": pdfs.tried,
        "written as PDF and read again": pages.tried_again,
        "written as DXF and read again": dxfs.tried_again,
    },
    "pdf": {"read as PDF": pages.tried},
    "dxf": {"read as DXF": dxfs.tried},
}
THOROUGH = frozenset({"written as DXF and read again"})
"""What takes some seconds a file, and is not looked at by the tests."""


def main() -> int:
    """Print what became of each package; 1 where a file differs and nothing is said."""
    options = _options()
    silent: list[Verdict] = []
    for package in PACKAGES:
        if options.package and package.name not in options.package:
            continue
        if options.tests and not package.sampled:
            continue
        for way, does in TRIED[package.kind].items():
            if options.tests and way in THOROUGH:
                continue
            begun = time.perf_counter()
            every = list(_verdicts(package, does, options.sample))
            _print(f"{package.name} {package.version}, {way}", every, options.worst)
            print(f"  {time.perf_counter() - begun:.0f} s")
            silent += [v for v in every if v.silent]
    return 1 if silent else 0


def _verdicts(
    package: Package, does: Callable[[str, bytes], Verdict], sample: int | None
) -> Iterator[Verdict]:
    for name, data in files(package, sample=sample):
        try:
            yield does(name, data)
        except Refusal as problem:
            yield Verdict(name, 1.0, refused=problem.sentence)


def _print(title: str, every: list[Verdict], worst: int) -> None:
    differ = [v for v in every if v.differs]
    refused = sum(bool(v.refused) for v in every)
    silent = sum(v.silent for v in every)
    print(
        f"{title}: {len(every)} files, {len(differ)} differ by more than {ALIKE:.0%} "
        f"({silent} in silence, {refused} refused)"
    )
    for verdict in sorted(differ, key=lambda v: -v.apart)[:worst]:
        why = verdict.refused or ", ".join(f"{k} ({n})" for k, n in verdict.left) or "SILENT"
        print(f"  {verdict.apart:6.1%}  {verdict.name}: {why[:100]}")
    told = Counter[str]()
    for verdict in every:
        told.update(k for k, _ in verdict.left)
    if told:
        print("  told: " + ", ".join(f"{k} in {n}" for k, n in told.most_common()))


def _options() -> argparse.Namespace:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("package", nargs="*", help="only these packages")
    parser.add_argument("--sample", type=int, help="so many files of each package")
    parser.add_argument("--worst", type=int, default=20, help="so many of those that differ most")
    parser.add_argument("--tests", action="store_true", help="only what the tests read")
    return parser.parse_args()


if __name__ == "__main__":
    sys.exit(main())
