"""The sheet and its guides."""
