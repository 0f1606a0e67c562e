"""What drawings that differ by an edit have in common: values, and what was worked out of them."""
