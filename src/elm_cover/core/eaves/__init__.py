"""The eave: room under the deck, bays, baffles, work at the edge, vent area (handbook §8)."""
