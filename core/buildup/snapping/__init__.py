"""What the pointer meets while something is drawn or dragged."""
