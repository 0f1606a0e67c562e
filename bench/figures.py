"""The figures of a run beside those of the last commit that was measured on this machine."""

import json
import subprocess
from collections.abc import Sequence
from pathlib import Path

from bench_rows import Row

ROOT = Path(__file__).resolve().parents[1]
FOLDER = ROOT / ".local" / "figures"
SLOWER = 1.2
"""More than this many times what it was is told."""


def _commits() -> list[str]:
    """The commits, the newest first."""
    asked = ["git", "log", "--format=%H", "-500"]
    return subprocess.run(
        asked, cwd=ROOT, capture_output=True, text=True, check=True
    ).stdout.split()


def compared(rows: Sequence[Row]) -> str:
    """What became more than a fifth slower or larger; this run's figures are kept with its commit.

    Machines are shared: what is told here is to be measured again, both commits in turn.
    """
    here, *before = _commits()
    found = next((FOLDER / f"{c}.json" for c in before if (FOLDER / f"{c}.json").exists()), None)
    FOLDER.mkdir(parents=True, exist_ok=True)
    (FOLDER / f"{here}.json").write_text(json.dumps({row.what: row.middle for row in rows}))
    if found is None:
        return "No commit before this one was measured here."
    old = json.loads(found.read_text())
    slower = [
        f"{row.what}: {old[row.what]:.1f} → {row.middle:.1f}{row.unit}"
        for row in rows
        if row.middle > SLOWER * old.get(row.what, float("inf"))
    ]
    title = f"Beside {found.stem[:7]}"
    if not slower:
        return f"{title}: nothing takes a fifth more."
    return "\n".join([f"{title}, a fifth more or worse:", *(f"- {line}" for line in slower)])
