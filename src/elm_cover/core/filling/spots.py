"""Where a depth was read: at a place of the table, or anywhere on the floor by its coarse lattice (handbook §17; design §5, reading)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass

from .table import FillTable, FloorCells, ReadPlace


@dataclass(frozen=True, kw_only=True)
class Spot:
    """place: of the table, where it is one. band: None where nobody knows it."""

    place: str | None
    at_ft: tuple[float, float]
    band: int | None
    old_in: float
    fill_in: float
    tapered: bool


class Spots:
    """Looks up what is planned at a place."""

    def __init__(self, table: FillTable) -> None:
        self.markers = {(p.section, p.marker): p for p in table.places if p.marker is not None}
        self.at = {(p.section, p.at_ft): p for p in reversed(table.places)}
        self.floors: Mapping[str, FloorCells] = {floor.section: floor for floor in table.floors}

    def marker(self, section: str, marker: int) -> Spot | None:
        """None where there is no such marker."""
        place = self.markers.get((section, marker))
        return None if place is None else _of(place)

    def spot(self, section: str, at_ft: tuple[float, float]) -> Spot | None:
        """None where the place lies on no floor of the section. at_ft in feet."""
        place = self.at.get((section, at_ft))
        if place is not None:
            return _of(place)
        floor = self.floors.get(section)
        if floor is None:
            return None
        column = math.floor((at_ft[0] - floor.origin_ft[0]) / floor.cell_ft)
        row = math.floor((at_ft[1] - floor.origin_ft[1]) / floor.cell_ft)
        cell = row * floor.columns + column
        if not (0 <= column < floor.columns and 0 <= cell < len(floor.band)) or floor.band[cell] == 0:
            return None
        return Spot(
            place=None, at_ft=at_ft, band=floor.band[cell], old_in=floor.old_in[cell], fill_in=floor.fill_in[cell],
            tapered=bool(floor.tapered[cell]),
        )  # fmt: skip


def _of(place: ReadPlace) -> Spot:
    return Spot(
        place=place.id, at_ft=place.at_ft, band=place.band, old_in=place.old_in, fill_in=place.fill_in, tapered=place.tapered
    )  # fmt: skip
