"""The R to reach: by code, retrofit guidance or an own rule (handbook §4)."""
