"""Pages audited by Lighthouse (from npm, with Debian's Chromium), on its settings for a desktop."""

import json
import subprocess
from pathlib import Path
from statistics import median

from bench_rows import Row
from board import Server

BENCH = Path(__file__).resolve().parent
LIGHTHOUSE = BENCH / "node_modules" / "lighthouse" / "cli" / "index.js"
CHROMIUM = "/usr/bin/chromium"
FLAGS = (
    "--headless=new --no-sandbox --disable-gpu --disable-background-networking "
    "--disable-component-update --disable-sync"
)
BUDGETS = {"performance": 10, "accessibility": 0, "best-practices": 0}
"""Points that may be missing of a hundred."""
ROUNDS = 3
"""Performance differs from run to run: the middle one counts."""


def _audited(url: str, cookie: str) -> dict[str, object]:
    """One report."""
    words = [
        "node",
        LIGHTHOUSE,
        url,
        "--preset=desktop",
        "--output=json",
        "--quiet",
        "--no-enable-error-reporting",
        f"--only-categories={','.join(BUDGETS)}",
        f"--chrome-flags={FLAGS}",
    ]
    if cookie:
        words.append(f"--extra-headers={json.dumps({'Cookie': cookie})}")
    told = subprocess.run(
        words,
        env={"CHROME_PATH": CHROMIUM, "PATH": "/usr/local/bin:/usr/bin:/bin"},
        capture_output=True,
        text=True,
        check=True,
        timeout=180,
    )
    return json.loads(told.stdout)


def _failed(report: dict, category: str) -> list[str]:
    """What an audit found."""
    audits = report["audits"]
    named = [ref["id"] for ref in report["categories"][category]["auditRefs"] if ref["weight"]]
    return [i for i in named if audits[i]["score"] is not None and audits[i]["score"] < 1]


def audited(server: Server) -> list[Row]:
    """Points missing on the home page and at the sign-in page, and what for."""
    rows = []
    for page, cookie in (("home", f"sessionid={server.session}"), ("sign-in", "")):
        reports = [_audited(f"{server.url}/", cookie) for _ in range(ROUNDS)]
        for category, budget in BUDGETS.items():
            missing = [100 - 100 * r["categories"][category]["score"] for r in reports]
            rows.append(
                Row(f"{page}: {category}, missing of 100", median(missing), max(missing), budget, "")
            )
            if category != "performance":
                for found in _failed(reports[0], category):
                    print(f"{page}: {category}: {found}")
    return rows
