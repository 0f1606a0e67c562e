"""The commands, one module a family of edits, and apply()."""
