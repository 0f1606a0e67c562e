"""Where curves meet."""
