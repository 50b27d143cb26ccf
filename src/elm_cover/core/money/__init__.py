"""What a job takes, costs and saves (handbook §10, §12)."""
