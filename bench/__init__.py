"""Benchmarks: ratios, never seconds alone."""
