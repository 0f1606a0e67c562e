"""How what an SVG document draws looks: what it is cut at, painted with, marked with."""
