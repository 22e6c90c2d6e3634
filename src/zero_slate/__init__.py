"""Zero Slate: sets up a shot so that everything made in it matches the edit."""
