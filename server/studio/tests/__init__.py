"""Tests. Examples may take as long as a busy machine needs, and are the same in every run.

`BUILDUP_EXAMPLES=2500 bin/test` looks further: so many new ones for each law.
"""

import os

from hypothesis import settings

settings.register_profile("same", deadline=None, derandomize=True)
if wanted := os.environ.get("BUILDUP_EXAMPLES"):
    settings.register_profile("further", deadline=None, max_examples=int(wanted))
settings.load_profile("further" if wanted else "same")
