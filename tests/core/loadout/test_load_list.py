"""What goes on the truck: weights and volumes by the handbook's figures, trips, places, ticks out and back."""

from __future__ import annotations

import itertools
import math
from typing import Any

import pytest

from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.crew import reach
from elm_cover.core.crew.loading import Counted, LoadList, counted_back, load_list
from elm_cover.core.loadout.sizes import CONTAINERS, bag_ft3, bundle_ft3
from elm_cover.core.loadout.truck import TruckInput, stowed, trips
from elm_cover.core.plan import plan
from elm_cover.core.preparation.materials import MATERIALS
from elm_cover.job import read_job
from elm_cover.job.crew import KitLine, Truck
from elm_cover.job.firm import Firm
from tests.conftest import attic


def loaded(document: dict[str, Any], firm: Firm | None = None, people: int | None = None) -> LoadList:
    job = read_job(document)
    planned = plan(job)
    return load_list(planned, planned.work, firm or Firm(), reach(planned).hose, people)


@pytest.mark.parametrize(
    ("kind", "lb", "ft3"),
    [
        ("cellulose_loose", 25, 2.6),
        ("cellulose_loose", 30, 3.12),
        ("glass_loose", 30, 4.0),
        ("wood_fiber_loose", 25, 2.6),
    ],
)
def test_a_bag_in_the_truck(kind: str, lb: float, ft3: float) -> None:
    assert bag_ft3(kind, lb) == pytest.approx(ft3)


def test_a_bundle_takes_its_own_size_else_a_quarter_of_its_batts() -> None:
    own = BattProduct(19, 6.25, 15, 48, 10, bundle_in=(48, 15, 18))
    assert bundle_ft3(own) == (pytest.approx(7.5), True)
    assert bundle_ft3(BattProduct(19, 6.25, 15, 48, 10)) == (pytest.approx(50 * 6.25 / 12 / 4), False)


TRUCK = TruckInput("truck", 4000, 16, 7, 7, 0.8)


@pytest.mark.parametrize(
    ("lb", "ft3", "count"), [(0, 0, 1), (4000, 600, 1), (4001, 10, 2), (10, 628, 2), (12_100, 10, 4)]
)
def test_trips_by_weight_or_volume(lb: float, ft3: float, count: int) -> None:
    assert pytest.approx(627.2) == TRUCK.ft3
    assert trips(lb, ft3, TRUCK) == count


def test_every_material_of_preparation_has_a_weight() -> None:
    assert set(CONTAINERS) == set(MATERIALS)


def test_the_fill_goes_in_first_with_its_spare_and_in_whole_bags() -> None:
    found = loaded(attic())
    bags = found.items[0]
    assert (bags.what, bags.amount, bags.unit, bags.place) == ("c1", 73, "bags", "front")
    assert bags.lb == pytest.approx(73 * 25) and bags.ft3 == pytest.approx(73 * 2.6)
    # Planned is what the attic will take, not what is ordered.
    assert bags.planned == pytest.approx(plan(read_job(attic())).sections[0].bags.field)
    assert found.lb == pytest.approx(sum(item.lb or 0 for item in found.items))
    assert [item.place for item in found.items] == sorted(
        (item.place for item in found.items), key=("front", "middle", "rear", "door", "cab").index
    )


def test_everything_that_the_plan_and_the_work_list_take_is_on_it() -> None:
    job = attic(features=[{"id": "c", "kind": "chase", "size_in": [16, 24]}])
    planned = plan(read_job(job))
    found = {item.what: item for item in loaded(job).items}
    wanted = {use.what for item in planned.work.items for use in item.materials}
    assert wanted and wanted <= set(found)
    pieces = sum(each.baffle_pieces for each in planned.taken if each)
    assert pieces > 0 and found["baffles"].amount == math.ceil(pieces * 1.03)
    assert found["rigid_board"].amount == 1 and "waste" in found["rigid_board"].counted


def test_tools_go_by_the_job_or_by_the_person_and_some_by_the_kind_of_work() -> None:
    two, three = ({item.what: item.amount for item in loaded(attic(), people=people).items} for people in (2, 3))
    assert (two["kit:masks"], three["kit:masks"]) == (2, 3) and two["kit:ladder"] == three["kit:ladder"] == 1
    assert "kit:suits" not in two
    cleared = attic(existing=[{"material": "cellulose_loose", "depth_in": 4}], old_fill="clear")
    kit = {item.what for item in loaded(cleared).items}
    assert {"kit:suits", "kit:containment", "kit:lockdown", "removal_bags"} <= kit


def test_the_firms_own_kit_and_truck_take_the_place_of_the_start_values() -> None:
    firm = Firm(
        kit=tuple(KitLine(id=f"k{i}", title=f"Line {i}", lb=1, ft3=0.01) for i in range(1000)),
        truck=Truck(payload_lb=1500, length_ft=8, width_ft=5, height_ft=5, usable_pct=80),
    )
    found = loaded(attic(), firm)
    assert sum(item.what.startswith("kit:") for item in found.items) == 1000
    assert found.trips == math.ceil(found.lb / 1500) >= 2 and found.truck_ft3 == 160


def test_hose_goes_along_in_lengths_and_never_less_than_the_label_asks_for() -> None:
    job = attic()
    job["accesses"] = [{"kind": "hatch", "at_ft": [19, 12], "opening_in": [22.5, 30]}]
    assert not any(item.what == "hose" for item in loaded(job).items)
    job["reach"] = {"machine": "small", "to_house_ft": 40, "up_ft": 15, "cord_ft": 60}
    job["products"][0]["hose_least_ft"] = 150
    found = {item.what: item for item in loaded(job).items}
    assert found["hose"].amount == 150 and found["cord"].amount == 100
    job["reach"]["to_house_ft"] = 150
    assert {item.what: item for item in loaded(job).items}["hose"].amount == 200


def test_the_truck_is_filled_from_the_front_and_holds_what_the_trips_carry() -> None:
    found = loaded(attic())
    parts = found.stowed
    assert parts[0].place == "front" and parts[0].from_ft == 0
    assert all(a.to_ft == b.from_ft for a, b in itertools.pairwise(parts))
    stowed_ft3 = parts[-1].to_ft * 7 * 7 * 0.8 * found.trips
    assert stowed_ft3 == pytest.approx(sum(item.ft3 or 0 for item in found.items if item.place != "cab"))
    assert stowed(found.items, TRUCK, 2)[-1].to_ft == pytest.approx(parts[-1].to_ft * found.trips / 2)


def test_what_came_back_was_not_used() -> None:
    found = loaded(attic())
    lines = {
        line.item.what: line
        for line in counted_back(found.items, {"c1": Counted(73, 11), "baffles": Counted(40, 0), "gone": Counted(2, 0)})
    }
    bags = lines["c1"]
    assert (bags.out, bags.back, bags.used) == (73, 11, 62)
    assert bags.difference == pytest.approx(62 - (bags.item.planned or 0))
    assert lines["baffles"].used is None and lines["baffles"].difference is None
    assert "no longer on the list" in lines["gone"].item.title and lines["gone"].out == 2


def test_a_section_whose_fill_is_not_known_is_named() -> None:
    job = attic()
    del job["choice"]["main"]
    assert loaded(job).uncounted == ("main",)
