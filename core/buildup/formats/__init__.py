"""SVG and the other open formats."""
