"""Entities of a DXF as items."""
