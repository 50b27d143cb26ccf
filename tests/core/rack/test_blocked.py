"""A core that is blocked in the rack stops the job when it is picked all the same; one that is open does not."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.plan import plan
from elm_cover.core.rack.core_sample import CoreSample
from elm_cover.core.ways import rack
from elm_cover.job import read_job
from tests.conftest import attic
from tests.random_jobs import POOL

BOUND_TO_A_HAZARD = ("vermiculite",)


def picked(job: dict[str, Any], core: CoreSample) -> dict[str, Any]:
    """The job as the screens leave it after a core is picked."""
    choice = core.choice
    assert choice is not None
    by_id = {product.id: product for product in POOL}
    names = [name for name in (choice.product, choice.between) if name in by_id]
    job["products"] = [p for p in job["products"] if p["id"] not in names]
    job["products"] += [by_id[name].model_dump(mode="json", exclude_none=True) for name in dict.fromkeys(names)]
    section = next(s for s in job["sections"] if s["id"] == core.section)
    section["old_fill"] = choice.old_fill or ("keep" if section.get("existing") else None)
    depth: dict[str, Any] = {"by": "target"}
    if choice.installed_in is not None:
        depth = {"by": "installed_in", "value_in": choice.installed_in}
    job["choice"] = dict(job["choice"]) | {
        core.section: {
            "method": choice.method,
            "product": choice.product,
            "between": choice.between,
            "layers": choice.layers,
            "depth": depth,
        }
    }
    return job


OLD = {
    "batts": [{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 8}],
    "loose": [{"material": "cellulose_loose", "depth_in": 5}],
    "fouled": [{"material": "glass_batt", "depth_in": 3.5, "r": 11, "condition": "fouled"}],
    "bare": [],
}


@pytest.mark.parametrize("old", OLD)
@pytest.mark.parametrize("board", ["gypsum_1_2", "gypsum_5_8"])
def test_what_blocks_a_core_stops_the_job(old: str, board: str) -> None:
    def job() -> dict[str, Any]:
        made = attic(existing=OLD[old], ceiling={"board": board})
        made["accesses"] = [{"section": "main", "at_ft": [12, 9], "opening_in": [14, 20]}]
        return made

    blocked = opened = 0
    for way in rack(read_job(job()), POOL).ways:
        (core,) = way.weighed.cores
        if core.choice is None:
            continue
        result = plan(read_job(picked(job(), core)))
        stops = {flag.text for flag in result.flags if flag.level == "stop"}
        assert bool(stops) is bool(core.blocks), (way.weighed.id, core.blocks, stops)
        blocked, opened = blocked + bool(core.blocks), opened + (not core.blocks)
    assert blocked > 5 and opened >= 1
