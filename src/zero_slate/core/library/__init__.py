"""The format library: what a format is, the ones that ship, finding them, giving them to a shot."""
