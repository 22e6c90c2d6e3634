"""Bringing back what is stored and can't be opened any more."""
