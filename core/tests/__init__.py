"""Tests; examples may take as long as a busy machine needs."""

from hypothesis import settings

settings.register_profile("here", deadline=None)
settings.load_profile("here")
