"""Colour configs, transforms and grades, through OpenColorIO."""
