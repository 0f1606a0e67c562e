"""Text set, and turned into outlines."""
