"""Measures: added, changed, followed and turned."""
