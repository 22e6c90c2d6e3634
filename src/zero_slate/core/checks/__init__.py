"""The checks: each a function from a situation to findings. `match.py` lists them all."""
