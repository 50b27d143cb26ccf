"""One thing of a set-up that was looked at."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

# good; look: nothing stops it, and somebody should see to it; wrong: it keeps the program from doing its work.
State = Literal["good", "look", "wrong"]


@dataclass(frozen=True)
class Finding:
    """what: was looked at; said: what was found, a sentence; way: what to do, None where there is nothing to do."""

    state: State
    what: str
    said: str
    way: str | None = None


def good(what: str, said: str) -> Finding:
    """All is well with it."""
    return Finding("good", what, said)


def look(what: str, said: str, way: str) -> Finding:
    """Nothing stops it, and somebody should see to it."""
    return Finding("look", what, said, way)


def wrong(what: str, said: str, way: str) -> Finding:
    """It keeps the program from doing its work."""
    return Finding("wrong", what, said, way)
