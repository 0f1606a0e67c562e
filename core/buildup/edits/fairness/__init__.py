"""Curves made smooth and fair."""
