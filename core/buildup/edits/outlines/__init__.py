"""Outlines drawn, joined, cut, simplified, blended."""
