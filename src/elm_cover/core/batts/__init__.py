"""Batts: what a layer is worth, the rules of laying, the layout piece by piece (handbook §7)."""
