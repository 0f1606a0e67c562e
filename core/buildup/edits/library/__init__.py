"""What is on the shelf, and its linked copies."""
