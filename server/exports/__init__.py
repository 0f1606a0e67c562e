"""Files that are made of drawings."""
