"""Scripts that the Makefile runs, and what they share with benchmarks and tests."""
