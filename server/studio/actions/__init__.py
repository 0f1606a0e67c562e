"""One mutation, one file, one transaction."""
