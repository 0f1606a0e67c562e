"""What symmetries show, and their seams."""
