"""Fills, strokes, gradients, swatches."""
