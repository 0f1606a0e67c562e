"""Tests. Examples may take as long as a busy machine needs, and are the same in every run.

`bin/test --thorough` goes through more of them; `BUILDUP_EXAMPLES=2500 bin/test` looks further:
so many new ones for each law.
"""

import os

from hypothesis import settings

from .thorough import THOROUGH

EXAMPLES = 100 if THOROUGH else 40
settings.register_profile("same", deadline=None, derandomize=True, max_examples=EXAMPLES)
if wanted := os.environ.get("BUILDUP_EXAMPLES"):
    settings.register_profile("further", deadline=None, max_examples=int(wanted))
settings.load_profile("further" if wanted else "same")
