"""Roof and depth fields of a large attic: as the core makes them, and as a plain loop over cells."""

from __future__ import annotations

import math

from elm_cover.core.base.arrays import Points
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.roof import reaches, roof_field
from elm_cover.core.floor.grid import grid_of
from elm_cover.core.old_fill.readings import NEAREST, depth_map, depth_map_on
from elm_cover.job import Job

Place = tuple[float, float]


def eaves_of(job: Job) -> list[tuple[Points, dict[int, Eave], tuple[Place, ...], tuple[float, ...]]]:
    """Per section: outline, eaves, and places and depths of its readings."""
    found = []
    for section in job.sections:
        eaves = {
            i: Eave(edge.heel_in or 0, edge.pitch_in_12 or 1, job.settings.vent_gap_in, 0)
            for i, edge in enumerate(section.edges)
        }
        placed = tuple(reading.at_ft for reading in section.readings if reading.at_ft is not None)
        found.append((section.outline_ft, eaves, placed, tuple(r.depth_in for r in section.readings)))
    return found


def fields(job: Job) -> list[tuple[float, float]]:
    """Mean room (capped at 60 in) and mean old depth of each section, by the core."""
    means = []
    for outline, eaves, places, depths in eaves_of(job):
        grid = grid_of(outline)
        room = roof_field(outline, eaves, grid, ()).room_in
        old = depth_map(places, depths, grid.x_ft, grid.y_ft)
        means.append((float(room.clip(max=60).mean()), float(old.mean())))
    return means


def fields_afresh(job: Job) -> list[tuple[float, float]]:
    """The same with nothing remembered of the outlines."""
    for remembered in (grid_of, reaches, depth_map_on):
        remembered.cache_clear()
    return fields(job)


def fields_in_a_loop(job: Job, cell_ft: float = 0.25) -> list[tuple[float, float]]:
    """The same for hipped rectangles, cell by cell."""
    means = []
    for outline, eaves, places, depths in eaves_of(job):
        (x0, y0), _, (x1, y1), _ = outline
        eave = eaves[0]
        room = old = 0.0
        columns, rows = round((x1 - x0) / cell_ft), round((y1 - y0) / cell_ft)
        for i in range(columns):
            for j in range(rows):
                x, y = x0 + (i + 0.5) * cell_ft, y0 + (j + 0.5) * cell_ft
                inward = 12 * min(x - x0, y - y0, x1 - x, y1 - y)
                room += min(60.0, max(0.0, eave.room_at_plate_in + inward * eave.slope))
                near = sorted((math.hypot(x - px, y - py), d) for (px, py), d in zip(places, depths, strict=True))[
                    :NEAREST
                ]
                weights = [1 / max(distance, 1e-6) ** 2 for distance, _ in near]
                old += sum(w * d for w, (_, d) in zip(weights, near, strict=True)) / sum(weights)
        means.append((room / (columns * rows), old / (columns * rows)))
    return means
