"""Anchors, contours, and functions from contours to contours: no item, no drawing, no command."""
