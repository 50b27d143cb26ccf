"""The day: what the bags say so far, how many there will be, how fast they go in (handbook §17)."""
