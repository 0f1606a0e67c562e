"""Files that nobody here made: icons, emoji, flags, maps, and what libraries are tried by.

They are parts of packages under free licences, which come from the registries when they are asked
for, each in one pinned version, and are kept beside the checkout; nothing of them is in it.
"""

import hashlib
import subprocess
import sys
import tarfile
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Literal

CORPUS = Path(__file__).resolve().parents[1] / ".local" / "corpus"
LARGEST = 3_000_000
"""Bytes of a file that is read at all."""


@dataclass(frozen=True)
class Package:
    """A package of a registry.

    Args:
        name: what it is called there.
        version: the one that is read.
        licence: as it says.
        kind: what the names of its files end with.
        inside: what their paths contain.
        digest: the first 16 digits of the SHA-256 of its archive.
        registry: whose.
        sampled: some of it is read in each run of the tests.

    """

    name: str
    version: str
    licence: str
    kind: str
    digest: str
    inside: str = ""
    sampled: bool = False
    registry: Literal["npm", "pip"] = "npm"

    @property
    def archive(self) -> Path:
        """Where it is kept."""
        plain = self.name.replace("@", "").replace("/", "-")
        suffix = "tgz" if self.registry == "npm" else "tar.gz"
        return CORPUS / f"{plain}-{self.version}.{suffix}"

    @property
    def fetching(self) -> list[str]:
        """The command that fetches it; of a library for Python its sources, with its tests."""
        if self.registry == "npm":
            pinned = f"{self.name}@{self.version}"
            return ["npm", "pack", "--silent", "--pack-destination", str(CORPUS), pinned]
        pinned = f"{self.name}=={self.version}"
        pip = [sys.executable, "-m", "pip", "download", "--quiet", "--no-deps"]
        return [*pip, "--no-binary", ":all:", "--dest", str(CORPUS), pinned]


PACKAGES = (
    Package("flag-icons", "7.5.0", "MIT", "svg", "c0b80bf0e08006a6", sampled=True),
    Package("circle-flags", "2.8.3", "MIT", "svg", "a53d254c010bb229", sampled=True),
    Package("bootstrap-icons", "1.13.2", "MIT", "svg", "7b5960145e1ab14a", sampled=True),
    Package("@twemoji/svg", "15.0.0", "CC-BY-4.0", "svg", "1d2907557a422c7c", sampled=True),
    Package("material-icon-theme", "5.38.1", "MIT", "svg", "d4342dc13a24bd40", sampled=True),
    Package("file-icon-vectors", "1.0.0", "MIT", "svg", "c28d0331866361b2"),
    Package("payment-icons", "1.2.1", "MPL-2.0", "svg", "c79539d8af17d4db"),
    Package("@svg-maps/world", "2.0.0", "CC-BY-4.0", "svg", "1b1badee93747781"),
    Package("openmoji", "17.0.0", "CC-BY-SA-4.0", "svg", "55ee7d13485dec86", inside="color/svg/"),
    Package("@lobehub/fluent-emoji-flat", "1.1.0", "MIT", "svg", "8f9113c027c7c20e"),
    Package("devicon", "2.17.0", "MIT", "svg", "e611f56ef1eeb17c", inside="icons/"),
    Package(
        "pypdf", "7.1.1", "BSD-3-Clause", "pdf", "2eff4e2fc5fb22a6", sampled=True, registry="pip"
    ),
    Package("ezdxf", "1.4.5", "MIT", "dxf", "a6c3bbc1a65ce764", sampled=True, registry="pip"),
)


def fetched(package: Package) -> Path:
    """The archive of a package, fetched where it is not there yet.

    Raises:
        ValueError: it is another one than the one that is pinned.
        subprocess.CalledProcessError: the registry does not give it.

    """
    archive = package.archive
    if not archive.exists():
        archive.parent.mkdir(parents=True, exist_ok=True)
        subprocess.run(package.fetching, check=True, stdout=subprocess.DEVNULL)  # noqa: S603
    found = hashlib.sha256(archive.read_bytes()).hexdigest()[:16]
    if found != package.digest:
        raise ValueError(f"{archive.name} is not the one that is pinned: {found}")
    return archive


def files(package: Package, *, sample: int | None = None) -> Iterator[tuple[str, bytes]]:
    """The files of a package, in the order of their names.

    Args:
        package: which.
        sample: how many of them, spread evenly; None: all.

    """
    with tarfile.open(fetched(package)) as archive:
        members = sorted(
            (
                m
                for m in archive.getmembers()
                if m.isfile()
                and m.name.endswith(f".{package.kind}")
                and package.inside in m.name
                and m.size < LARGEST
            ),
            key=lambda m: m.name,
        )
        step = 1.0 if sample is None else max(len(members) / sample, 1.0)
        for k in range(round(len(members) / step)):
            member = members[int(k * step)]
            stream = archive.extractfile(member)
            if stream is not None:
                yield member.name.partition("/")[2], stream.read()
