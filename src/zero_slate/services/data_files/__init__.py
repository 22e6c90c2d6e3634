"""Data files exported under an old count or rate."""
