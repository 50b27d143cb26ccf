"""Made-up jobs to try the program on."""
