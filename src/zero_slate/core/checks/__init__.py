"""The checks: each a function from a shot's context to findings. `match.py` lists them all."""
