"""Anchors and their handles."""
