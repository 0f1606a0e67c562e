"""What is asked of drawings."""
