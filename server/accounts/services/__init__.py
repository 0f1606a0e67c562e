"""What is done with accounts."""
