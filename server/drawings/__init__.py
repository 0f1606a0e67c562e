"""Drawings: their items, the edits, the history."""
