"""HP-GL, written and read."""
