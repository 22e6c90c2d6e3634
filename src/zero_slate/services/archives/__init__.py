"""Putting productions and shots away, and bringing them back."""
