"""The log of a job: what was done, entry by entry, and what it comes to."""
