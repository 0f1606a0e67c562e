"""People: who has an account here."""
