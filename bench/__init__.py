"""Measures the speeds that are promised: `make bench`."""
