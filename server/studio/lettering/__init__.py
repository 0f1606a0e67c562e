"""Faces and what words come to in them; what a drawing keeps of it needs neither."""
