"""The work list: what has to be done before blowing, item by item (handbook §13)."""
