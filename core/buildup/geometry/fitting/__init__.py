"""Cubics through points, and in place of others."""
