"""A small table and a log written line by line, for the tests of the fold."""

from __future__ import annotations

from pathlib import Path
from typing import Any

from elm_cover.core.filling.run import Run, run_of
from elm_cover.core.filling.table import FilledWith, FillTable, FloorCells, Quota, ReadPlace, RowWanted, StopStanding
from elm_cover.core.log.entry import Entry

FRONTEND = Path(__file__).parents[3] / "frontend"
TABLE = FillTable(
    bands=(
        Quota(number=1, section="main", product="p", area_ft2=100, bags=10, depth_in=12, bags_per_in=0.8),
        Quota(number=2, section="main", product="p", area_ft2=50, bags=6, depth_in=12, bags_per_in=0.5),
    ),
    places=(
        ReadPlace(id="m1", section="main", marker=1, at_ft=(1, 1), band=1, old_in=3.5, fill_in=15.5, tapered=False),
        ReadPlace(id="m2", section="main", marker=2, at_ft=(9, 1), band=2, old_in=3.5, fill_in=9.0, tapered=True),
    ),
    products=(FilledWith(id="p", name="P", unit="bags", bag_lb=25, bags_field=16, on_truck=15, minutes=(0.8, 2), feeds_as="cellulose"),),
    stops=(
        StopStanding(key="fan:1", hazard="fan", what="Fan", who="crew", why="", by_crew=True),
        StopStanding(key="hazard:w", hazard="wires", what="Wires", who="electrician", why="", by_crew=False),
    ),
    # Twelve feet of floor in cells of 3: band 1, then band 2, whose last cell is taper.
    floors=(FloorCells(section="main", origin_ft=(0, 0), cell_ft=3.0, columns=4, band=(1, 1, 2, 2), old_in=(3.5,) * 4,
                       fill_in=(15.5, 15.5, 15.5, 9.0), tapered=(0, 0, 0, 1)),),
    rows=(RowWanted(section="main", product="p", r=38),),
    sections={"main": "Main"},
)  # fmt: skip


class Log:
    """A log written line by line, a minute and a half between them."""

    def __init__(self) -> None:
        self.entries: list[Entry] = []
        self.at_s = 0.0
        self.count: dict[str, int] = {}

    def say(self, kind: str, device: str = "a", voids: str | None = None, **value: Any) -> str:
        self.at_s += 90
        self.count[device] = self.count.get(device, 0) + 1
        name = f"{device}{self.count[device]}"
        band, day = value.pop("in_band", None), value.pop("of_day", None)
        practice = value.pop("practice", False)
        self.entries.append(
            Entry(
                name,
                device,
                self.count[device],
                self.at_s,
                "crew",
                kind,
                value,
                voids,
                at=f"{self.at_s:g}",
                band=band,
                day=day,
                practice=practice,
            )
        )
        return name

    def bags(self, count: int, device: str = "a") -> list[str]:
        return [self.say("bag.in", device, bags=1) for _ in range(count)]

    def run(self, table: FillTable = TABLE) -> Run:
        return run_of(table, self.entries)
