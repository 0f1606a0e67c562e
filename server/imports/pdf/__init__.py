"""Pages of a PDF as trees of SVG elements, which the reader of SVG makes into items."""
