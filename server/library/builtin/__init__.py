"""The outlines that a new shelf comes with, drawn as a designer would."""
