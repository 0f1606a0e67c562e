"""Text of SVG: the fonts it asks for, its lines, and lines along paths."""
