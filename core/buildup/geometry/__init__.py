"""Plane geometry: Bézier segments, boxes, transforms, angles."""
