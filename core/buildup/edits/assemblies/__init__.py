"""Shapes combined, swept, offset."""
