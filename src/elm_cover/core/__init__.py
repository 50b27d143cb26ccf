"""The trade: pure functions on numbers, arrays and frozen data. ``plan`` is the one door."""
