"""What is done before blowing (handbook §9)."""
