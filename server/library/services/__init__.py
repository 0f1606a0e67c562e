"""What is done with the shelf."""
