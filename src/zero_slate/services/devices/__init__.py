"""Devices beside the screen: what is set for them, against a shot."""
