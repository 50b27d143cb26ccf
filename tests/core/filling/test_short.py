"""Readings anywhere on the floor, places that are short, and the bags that mend them."""

from __future__ import annotations

from dataclasses import replace

from elm_cover.core.filling.table import ReadPlace
from tests.core.filling.worked import TABLE, Log


def test_a_short_place_is_said_with_what_mends_it_and_the_new_reading_replaces_it(log: Log) -> None:
    log.say("reading", section="main", marker=1, depth_in=14.5)
    (short,) = log.run().short
    # The only place of band 1 stands for all of it: 1 in × 0.8 bags, down to the quarter.
    assert (short.marker, short.short_in, short.bags) == (1, 1.0, 0.75)
    log.say("reading", section="main", marker=1, depth_in=15.0)  # exactly half an inch is allowed
    log.say("reading", section="main", marker=2, depth_in=8.5)
    assert log.run().short == ()


def test_bags_for_short_places_come_to_no_more_than_the_band_is_missing() -> None:
    """Sixteen places 1⅝ in short over a floor that takes 5.3 bags an inch: 8.6 are missing, 8.5 are told in quarters."""
    places = tuple(
        ReadPlace(id=f"p{i}", section="main", marker=i + 1, at_ft=(float(i), 0), band=1, old_in=3.5, fill_in=15.5, tapered=False)
        for i in range(16)
    )  # fmt: skip
    table = replace(TABLE, bands=(replace(TABLE.bands[0], bags_per_in=5.3),), places=places, floors=())
    log = Log()
    for i in range(16):
        log.say("reading", section="main", marker=i + 1, depth_in=13.875)
    short = log.run(table).short
    assert sum(one.bags for one in short) == 8.5 and {one.bags for one in short} == {0.5, 0.75}
    # Read or not, a place stands for its share: one short place of sixteen is missing a sixteenth of the band's 8.6.
    log = Log()
    log.say("reading", section="main", marker=3, depth_in=13.875)
    assert [one.bags for one in log.run(table).short] == [0.5]


def test_a_reading_anywhere_on_the_floor_counts_where_it_lies(log: Log) -> None:
    log.bags(10)
    log.say("band.leave", section="main", band=1)
    log.say("reading", section="main", depth_in=14.5, at_ft=(4.5, 1.5))
    log.say("reading", section="main", depth_in=8.75, at_ft=(11, 1))
    off = log.say("reading", section="main", depth_in=12, at_ft=(40.25, 1))
    found = log.run()
    first, second = found.walked.readings
    assert (first.band, first.new_in, first.fill_in) == (1, 11.0, 15.5)
    assert (second.band, second.new_in, second.fill_in) == (2, None, 9.0)
    assert found.products[0].verdict.readings == 1
    assert [(one.entry, one.why) for one in found.refused] == [
        (off, "the reading at 40.25, 1 ft lies on no floor of Main that this plan fills")
    ]
    # Short by an inch; its place and the marker's share the band: ½ × 0.8.
    (short,) = found.short
    assert (short.place, short.at_ft, short.short_in, short.bags) == (None, (4.5, 1.5), 1.0, 0.25)
    log.say("reading", section="main", depth_in=15.5, at_ft=(4.5, 1.5))
    assert log.run().short == ()


def test_heavy_and_short_are_said_together(log: Log) -> None:
    log.bags(13)
    log.say("band.leave", section="main", band=1)
    assert not log.run().heavy_and_short
    log.say("reading", section="main", marker=1, depth_in=14.5)
    found = log.run()
    assert found.products[0].verdict.word == "heavy" and found.heavy_and_short
