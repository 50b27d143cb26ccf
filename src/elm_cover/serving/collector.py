"""Python's collector of what refers to itself, told when everything is loaded."""

from __future__ import annotations

import gc

# By default it looks after some hundred new objects, which took longer than the day of a long log itself.
LOOKED_AT_AFTER = (100_000, 20, 50)


def all_is_loaded() -> None:
    """What is loaded now stays: it is looked at no more, and forked processes share it."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(*LOOKED_AT_AFTER)
