"""Pages audited by Lighthouse (from npm, with Debian's Chromium), on its settings for a desktop."""

import json
import subprocess
from pathlib import Path
from statistics import median

from bench_rows import Row
from board import Server

BENCH = Path(__file__).resolve().parent
BUDGETS = {"performance": 10, "accessibility": 0, "best-practices": 0}
"""Points that may be missing of a hundred."""
ROUNDS = 3
"""Performance differs from run to run: the middle one counts."""


def _audited(url: str, session: str) -> dict:
    """One report, as whoever the session belongs to sees the page."""
    words = ["node", BENCH / "audit.mjs", url, ",".join(BUDGETS), session]
    told = subprocess.run(words, capture_output=True, text=True, check=True, timeout=180)
    report = json.loads(told.stdout)
    shown = report["finalDisplayedUrl"]
    if ("/sign-in" in shown) is bool(session):
        raise RuntimeError(f"another page was audited: {shown}")
    return report


def _failed(report: dict, category: str) -> list[str]:
    """What an audit found."""
    audits = report["audits"]
    named = [ref["id"] for ref in report["categories"][category]["auditRefs"] if ref["weight"]]
    return [i for i in named if audits[i]["score"] is not None and audits[i]["score"] < 1]


def audited(server: Server) -> list[Row]:
    """Points missing on the home page and at the sign-in page, and what for."""
    rows = []
    for page, session in (("home", server.session), ("sign-in", "")):
        reports = [_audited(f"{server.url}/", session) for _ in range(ROUNDS)]
        for category, budget in BUDGETS.items():
            missing = [100 - 100 * r["categories"][category]["score"] for r in reports]
            rows.append(
                Row(
                    f"{page}: {category}, missing of 100", median(missing), max(missing), budget, ""
                )
            )
            if category != "performance":
                for found in _failed(reports[0], category):
                    print(f"{page}: {category}: {found}")
    return rows
