"""Tools for building and looking at the program; none of them is part of it."""
