"""Closed bays: slopes, walls, nets and floors, filled by volume and density (handbook §7)."""
