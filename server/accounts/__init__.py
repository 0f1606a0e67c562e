"""Accounts: who has one, how they sign in, and how much they keep."""
