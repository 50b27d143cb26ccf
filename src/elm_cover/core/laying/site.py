"""The floor of a section and what is on record of its old fill: what every way of insulating it starts from."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.arrays import Floats, Points
from ..base.notebook import Notebook
from ..enclosed.shapes import plan_area_ft2
from ..floor.grid import Grid, grid_of, kept_out_ft2
from ..floor.outline import polygon_area_ft2
from ..given.section import SectionInput
from ..hazards.clearances import KeepOut
from ..layers.layer import Layer, boundary_r
from ..old_fill.as_it_lies import layers_today, needs_board, r_as_it_lies
from ..old_fill.readings import ReadingsPlan, depth_map_on, summary, usable


@dataclass(frozen=True, eq=False)
class Site:
    """The floor of a section and what is on record of its old fill. floor_ft2: the outline less its holes."""

    area_ft2: float
    floor_ft2: float
    net_ft2: float
    placed: tuple[tuple[str, Points], ...]
    shapes: tuple[Points, ...]
    grid: Grid
    boundary: float | None
    map_in: Floats | None
    readings: ReadingsPlan | None
    today: tuple[Layer, ...] | None
    r_existing: float | None


def site_of(section: SectionInput, notes: Notebook) -> Site:
    area = polygon_area_ft2(section.outline_ft)
    placed = tuple((k.name, k.corners_ft) for k in section.keep_outs if k.corners_ft is not None)
    shapes: tuple[Points, ...] = tuple(corners for _, corners in placed) + section.holes
    grid = grid_of(section.outline_ft, shapes)
    boundary = None if section.board is None else boundary_r(section.board)
    map_in, readings, mean = _readings(section, grid)
    today = layers_today(section, mean, notes)
    r_existing = None
    if today is not None:
        if boundary is None and needs_board(today, map_in):
            notes.ask("measure", f"{section.path}.ceiling.board", "Which board is the ceiling?")
        else:
            r_existing = r_as_it_lies(today, boundary, map_in)
    return Site(
        area,
        plan_area_ft2(section.outline_ft, section.holes),
        _net_area(section.outline_ft, area, shapes, section.keep_outs),
        placed,
        shapes,
        grid,
        boundary,
        map_in,
        readings,
        today,
        r_existing,
    )


def _readings(section: SectionInput, grid: Grid) -> tuple[Floats | None, ReadingsPlan | None, float | None]:
    """The map of the old depth, what the readings say, and the mean depth that the layers are taken at."""
    if not section.readings:
        return None, None, None
    used = usable(section.readings, section.outline_ft)
    if not used:
        found = summary(section.readings, section.outline_ft, None)
        return None, found, found.mean_in
    places = tuple(reading.at_ft for reading in used if reading.at_ft is not None)
    map_in = depth_map_on(grid, places, tuple(reading.depth_in for reading in used))
    mean = float(map_in.mean())
    return map_in, summary(section.readings, section.outline_ft, mean), mean


def _net_area(outline: Points, area: float, shapes: tuple[Points, ...], keep_outs: tuple[KeepOut, ...]) -> float:
    counted = sum(k.area_ft2 for k in keep_outs if k.corners_ft is None)
    return max(0.0, area - kept_out_ft2(outline, shapes) - counted)
