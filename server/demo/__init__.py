"""The invented workshop; nothing imports it."""
