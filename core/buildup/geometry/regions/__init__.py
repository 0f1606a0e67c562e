"""Set operations on regions."""
