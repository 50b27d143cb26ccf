"""The corner's solve against a dense one of the same grid, and all eaves of a job after an edit."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from elm_cover.core.corner.conduction import Domain, System, assembled
from elm_cover.core.corner.model import Corner, SettledLayer, domain_of, solve_corner
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.plan import Corners, corners, plan
from elm_cover.job import Job

EAVE = Corner(
    Eave(7.5, 5, 1.5, 0.0),
    3.5,
    0.45,
    (SettledLayer(3.5, 11.0, "glass_batt"), SettledLayer(11.5, 42.0, "cellulose_loose", 0.9)),
)
# Finest and coarsest, inches, for a grid near the bound of 15,000 cells.
LARGE = (0.2, 0.35)


def eave_section(finest_in: float, coarsest_in: float) -> Domain:
    """The eave on a grid of that fineness."""
    return replace(domain_of(EAVE, 70, 4), finest=finest_in, coarsest=coarsest_in)


def solved_dense(system: System) -> np.ndarray:
    """The same balance without knowing that almost all of it is nothing."""
    return np.linalg.solve(system.matrix.toarray(), system.right)


def small() -> System:
    """About 3,000 cells."""
    return assembled(eave_section(0.25, 1.5))


def all_afresh(job: Job) -> Corners:
    """Every eave with nothing remembered, as after an edit that changes them all."""
    solve_corner.cache_clear()
    return corners(plan(job))
