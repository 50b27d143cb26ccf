"""What lies on a floor, old or new: layers, voids, charts, heat paths, load (handbook §5 to §7)."""
