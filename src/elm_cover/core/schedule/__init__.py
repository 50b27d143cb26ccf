"""Hours, heat and days: when the attic can be worked in, what a day holds, which crew does which job when (handbook §16)."""
