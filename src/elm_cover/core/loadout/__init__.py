"""What goes on the truck, where in it, what it weighs and how often one has to drive (handbook §15)."""
