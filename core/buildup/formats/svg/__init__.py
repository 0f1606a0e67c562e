"""SVG, written and read."""
