"""The floor from above: outlines, the grid over them, joining, tape walks (handbook §2)."""
