"""Zero Slate: sets up a shot so that everything made in it matches the edit."""

__version__ = "0.1.0"
