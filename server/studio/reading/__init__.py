"""Files of other programs, read: one module a format, and their registry in `files`."""
