"""Drawings and their owners: models, actions and the API."""
