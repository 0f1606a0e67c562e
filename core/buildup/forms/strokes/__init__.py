"""What strokes and effects come to."""
