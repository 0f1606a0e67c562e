"""Files of other programs."""
