"""Pictures to trace, and what is traced."""
