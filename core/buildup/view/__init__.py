"""What the canvas and the exports need to draw an item."""
