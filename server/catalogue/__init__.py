"""What the registries of the core hold, for the front end."""
