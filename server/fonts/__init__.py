"""Fonts: shipped and added, checked and set."""
