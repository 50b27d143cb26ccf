"""Reach turned into geometry for the Floor: bands, the way of the hose, where one goes, crawls or only reaches (handbook §14)."""

from __future__ import annotations

from typing import Any

import numpy as np
import shapely

from ..crew.bands_told import Behind, SectionReach
from ..crew.reaching import Reach
from ..reach.bands import rows_of_cells
from ..reach.crawl_floor import CRAWL_IN, GO_IN, deck_in
from .drawn import BandDrawn, ReachDrawing, ReachedSection

# How far a drawn outline may leave the cells it is of, ft.
SMOOTH_FT = 0.26
WAY_SMOOTH_FT = 0.4
# Islands of floor too small to draw, ft².
LEAST_FT2 = 1.0
LABEL_TOLERANCE_FT = 0.25


def reach_drawing(found: Reach) -> ReachDrawing:
    """What to draw of a reach, in feet: by section the outlines of its bands and where there is little headroom; the ways.

    Rings of a shape: its outer ones first, holes among them. Nothing without a floor to crawl over.
    """
    behind = found.behind
    if behind is None:
        return ReachDrawing(sections=[], ways_ft=[])
    return ReachDrawing(
        sections=[_section(behind, section) for section in found.sections],
        ways_ft=[_way(behind, band.stands_ft[0]) for band in behind.banded.bands],
    )


def _section(behind: Behind, section: SectionReach) -> ReachedSection:
    room = behind.rooms[section.section]
    cells, grid = behind.banded.cells[room], behind.grids[room]
    of = behind.floor.rooms[room]
    headroom = deck_in(of.outline_ft, of.eaves, grid.x_ft, grid.y_ft) - of.top_in
    places = {band.number: i for i, band in enumerate(behind.banded.bands)}
    bands = []
    for band in section.bands:
        shape = rows_of_cells(cells == (-1 if band.by_hand else places[band.number]), grid)
        # Where there is most room for its number, and how much: to the nearest edge of it, ft.
        widest: Any = shapely.maximum_inscribed_circle(shape, LABEL_TOLERANCE_FT)  # type: ignore[call-overload]
        x, y = shapely.get_coordinates(widest)[0]
        bands.append(
            BandDrawn(
                number=band.number,
                by_hand=band.by_hand,
                rings_ft=_rings(shape),
                label_ft=[float(x), float(y)],
                label_room_ft=float(shapely.length(widest)),
                stands_ft=[] if band.stand_ft is None else [band.stand_ft, *band.more_stands_ft],
            )
        )
    return ReachedSection(
        section=section.section,
        bands=bands,
        crawl_ft=_rings(rows_of_cells((headroom < GO_IN) & (headroom >= CRAWL_IN), grid)),
        reach_ft=_rings(rows_of_cells(headroom < CRAWL_IN, grid)),
    )


def _rings(shape: Any) -> list[list[list[float]]]:
    """Every ring of a shape, simplified; islands too small to see left out."""
    found = []
    for part in shapely.get_parts(shapely.simplify(shape, SMOOTH_FT)):
        if shapely.area(part) < LEAST_FT2:
            continue
        for ring in (shapely.get_exterior_ring(part), *shapely.get_rings(part)[1:]):
            found.append([[float(x), float(y)] for x, y in shapely.get_coordinates(ring)[:-1]])
    return found


def _way(behind: Behind, to_ft: tuple[float, float]) -> list[list[float]]:
    """The way from the way in to a place, smoothed, ft."""
    floor = behind.floor
    node = int(np.argmin(np.hypot(floor.x_ft - to_ft[0], floor.y_ft - to_ft[1])))
    path = behind.way.path(node)
    places = np.stack([floor.x_ft[path], floor.y_ft[path]], axis=1)
    if len(places) > 1:
        places = shapely.get_coordinates(shapely.simplify(shapely.LineString(places), WAY_SMOOTH_FT))
    return [[float(x), float(y)] for x, y in places]
