"""How drawn fills, lines and edges are made to look, and what grain lies over a shot."""
