#!/usr/bin/env python
"""Django's command line."""

import os
import sys
from pathlib import Path


def main() -> None:
    """Run one of Django's commands, with the core on the path."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "config.settings")
    root = Path(__file__).resolve().parent.parent
    sys.path[:0] = [str(root / "core"), str(root)]
    from django.core.management import execute_from_command_line  # noqa: PLC0415

    execute_from_command_line(sys.argv)


if __name__ == "__main__":
    main()
