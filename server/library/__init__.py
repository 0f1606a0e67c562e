"""The shelf: presets and outlines in trays."""
