"""A day begun, for the tests of the fold."""

from __future__ import annotations

import pytest

from tests.core.filling.worked import Log


@pytest.fixture
def log() -> Log:
    """A day begun with half a bag in the hopper, in band 1."""
    found = Log()
    found.say("day.start", revision=1)
    found.say("hopper", bags=0.5)
    found.say("band.enter", section="main", band=1)
    return found
