"""Zones, temperatures and degree-days (handbook §4, §8)."""
