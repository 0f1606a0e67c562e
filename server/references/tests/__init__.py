"""Tests; hypothesis is set as for the core's."""

import core.tests  # noqa: F401
