"""Run as `python -m zero_slate`."""

from zero_slate.cli import main

main()
