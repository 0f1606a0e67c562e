"""The drawings of Hollowreed Strings, an invented workshop; all built by commands."""
