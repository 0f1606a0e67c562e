"""A drawing as files: one module a format, and their registry in `made`."""
