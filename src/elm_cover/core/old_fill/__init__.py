"""The old fill: readings, what it is worth as it lies, keep, lift or clear (handbook §5)."""
