"""What stops a job, what stands in the attic, and what it is kept clear of (handbook §3, §9)."""
