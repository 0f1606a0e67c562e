"""The parametric shapes, one module a family, and their registry."""
