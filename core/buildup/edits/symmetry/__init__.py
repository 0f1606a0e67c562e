"""Symmetries, their seams and welds."""
