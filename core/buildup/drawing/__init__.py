"""Sheet, items, styles and anchors, and their JSON form."""
