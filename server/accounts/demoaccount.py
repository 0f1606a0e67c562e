"""Whose the demo's drawings are."""

DEMO_USER = "hollowreed"
DEMO_NAME = "Hollowreed Strings"
