"""What is missing of a row where every band is done, said before the day ends: the worked attic wants 16 bags for R-38."""

from __future__ import annotations

import pytest

from elm_cover.core.filling.measure import bags_enough, bags_missing
from tests.core.filling.worked import Log


@pytest.mark.parametrize(
    ("have", "wanted", "bags"),
    [
        (70, 70, 0),
        (69.75, 70, 0),
        (69.74, 70, 0.25),
        (69.5, 70, 0.25),
        (69.4, 70, 0.5),
        (9.9, 10, 0),
        (9.8, 10, 0.25),
        (0, 16, 16),
    ],
)
def test_what_is_missing_goes_by_quarters_within_its_measure(have: float, wanted: float, bags: float) -> None:
    assert bags_missing(have, wanted) == bags
    assert have + bags >= bags_enough(wanted) - 1e-9


def filled(log: Log, bags: int, spare: float = 0.0) -> Log:
    """Both bands left as done with so many bags in; spare: what stands in the hopper then, half a bag stood there at the start."""
    log.bags(10)
    log.say("band.leave", section="main", band=1, done=True)
    log.say("band.enter", section="main", band=2)
    log.bags(bags - 10)
    log.say("hopper", bags=spare)
    log.say("band.leave", section="main", band=2, done=True)
    return log


def test_a_row_lost_for_a_quarter_of_a_bag_is_said(log: Log) -> None:
    (found,) = filled(log, 16, 1.0).run().missing
    assert (found.section, found.r, found.bags, found.text) == ("main", 38, 0.5, "½ bag more proves R-38")


def test_nothing_is_missing_within_a_hundredth_nor_while_a_band_is_open(log: Log) -> None:
    assert filled(log, 16, 0.625).run().missing == ()


def test_nothing_is_missing_while_a_band_is_not_done(log: Log) -> None:
    log.bags(3)
    log.say("band.leave", section="main", band=1, done=True)
    assert log.run().missing == ()
