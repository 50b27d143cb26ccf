"""What an edit of a depth or a target leaves as it was is looked at once, and what is only drawn is made when it is drawn."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

import numpy as np
import pytest

from elm_cover.core.base.memory import EVERYWHERE, Memory
from elm_cover.core.laying import decided, heat
from elm_cover.core.plan import Plan, plan
from elm_cover.core.section import eave_flags
from elm_cover.job import read_job
from elm_cover.job.document import framing_of
from tests.conftest import attic, codes, planned
from tests.drawn import drawing

READINGS = [{"at_ft": [x, y], "depth_in": 3 + (x + y) % 4} for x in (3, 15, 30) for y in (4, 13, 21)]
MAPPED: dict[str, Any] = {"existing": [{"material": "cellulose_loose", "depth_in": 4}], "readings": READINGS}


def at_depth(depth_in: float, r: float = 49, **section: Any) -> dict[str, Any]:
    job = attic(**section)
    job["target"]["r"] = r
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": depth_in}
    return job


def reading(depth_in: float) -> dict[str, Any]:
    """The same floor with one depth read otherwise."""
    return at_depth(8, **{**MAPPED, "readings": [*READINGS[:-1], {**READINGS[-1], "depth_in": depth_in}]})


@pytest.mark.parametrize(
    "known",
    [lambda: heat._u_today.memory, lambda: decided._found.memory, lambda: eave_flags._most_room_in.memory],
    ids=["what it loses today", "what lies there", "what room the eaves leave"],
)
@pytest.mark.parametrize("section", [{}, MAPPED], ids=["even", "by readings"])
def test_no_depth_and_no_target_looks_at_it_again(known: Callable[[], Memory], section: dict[str, Any]) -> None:
    EVERYWHERE.forget()
    planned(at_depth(8, **section))
    once = known().bytes_kept
    for depth_in, r in ((10, 49), (12, 38), (14, 60)):
        planned(at_depth(depth_in, r, **section))
    assert known().bytes_kept == once > 0


def test_another_reading_is_looked_at_and_told() -> None:
    EVERYWHERE.forget()
    before, after = planned(reading(5)).sections[0], planned(reading(1)).sections[0]
    assert before.r_existing is not None and after.r_existing is not None
    assert after.r_existing < before.r_existing and (after.ua_today or 0) > (before.ua_today or 0)


def test_the_old_fill_asks_and_warns_each_time_it_is_asked_for() -> None:
    """What was said of it is kept with it, for whoever plans the same floor next."""
    wet: dict[str, Any] = {"existing": [{"material": "glass_batt", "depth_in": 3.5, "condition": "wet"}]}
    assert all("old_fill_wet" in codes(planned(at_depth(depth_in, **wet))) for depth_in in (8, 10))
    unsaid: dict[str, Any] = {"existing": [{"material": "glass_batt"}]}
    for depth_in in (8, 10):
        asked = [item.field for item in planned(at_depth(depth_in, **unsaid)).open]
        assert "sections[0].existing[0].depth_in" in asked


def _made(result: Plan) -> bool:
    cells = result.fields["main"].cells
    return cells is not None and "_drawn" in vars(cells)


def test_what_lies_at_each_cell_is_made_when_it_is_drawn() -> None:
    EVERYWHERE.forget()
    job = read_job(at_depth(9, **MAPPED))
    result = plan(job)
    assert not _made(result)
    kept = result.fields["main"].array_bytes
    drawn = drawing(result, framing_of(job))["sections"][0]["grid"]
    assert _made(result) and result.fields["main"].array_bytes == kept, "counted before it is there"
    depth = result.fields["main"].depth_in
    assert depth is not None and drawn["depth_range_in"] == [float(depth.min()), float(depth.max())]


@pytest.mark.parametrize("seed", range(40))
def test_dips_beyond_the_chart_are_said_wherever_there_are_any(seed: int) -> None:
    """Looked at cell by cell only where the lowest of the old fill leaves room for it: never where that hides one."""
    random = np.random.default_rng(seed)
    readings = [
        {
            "at_ft": [float(random.uniform(1, 37)), float(random.uniform(1, 24))],
            "depth_in": float(random.uniform(0.5, 9)),
        }
        for _ in range(9)
    ]
    gables = [{"kind": "gable"}] * 4
    job = attic(edges=gables, existing=[{"material": "glass_loose", "depth_in": 5}], readings=readings)
    job["target"]["r"] = float(random.uniform(50, 75))
    result = planned(job)
    cells, last = result.fields["main"].cells, read_job(job).products[0].chart
    assert cells is not None and cells.lying is not None and cells.laid.fill is not None and last is not None
    deep = cells.lying.new_settled_in
    limit = last[-1].settled_in + 1 / 8
    beyond = bool((deep > limit).any() and (deep > cells.laid.fill.settled_in + 1 / 8).any())
    assert ("dips_beyond_chart" in codes(result)) == beyond
