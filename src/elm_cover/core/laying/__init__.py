"""One floor with a choice on it: what lies there, its heat, its bags (handbook §5 to §8)."""
