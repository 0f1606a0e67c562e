"""Parametric shapes and their dials."""
