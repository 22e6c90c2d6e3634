"""Devices beside the screen: what a monitor, a reference and sound need of a shot's format."""
