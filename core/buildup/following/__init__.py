"""What follows measures: where formulas lie, what they come to, and what hangs on what."""
