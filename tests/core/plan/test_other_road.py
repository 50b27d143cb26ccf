"""The sealed roof as the other road: what each gate says of the record (handbook §3, §8)."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.hazards.stops import STOPS
from tests.conftest import attic, planned

DRY = [{"kind": kind, "status": "absent"} for kind in STOPS]


def road(zone: str | None = "5A", hazards: list[dict[str, Any]] | None = None, **more: Any) -> Any:
    job = attic(**more.pop("section", {}))
    job["house"] = {"climate_zone": zone, "vented": True} if zone else {"vented": True}
    job["house"] |= more
    return planned(job | {"hazards": DRY if hazards is None else hazards}).other_road


def states(found: Any) -> dict[str, str]:
    return {gate.id: gate.state for gate in found.gates}


def but(kind: str, status: str | None) -> list[dict[str, Any]]:
    return [h for h in DRY if h["kind"] != kind] + ([{"kind": kind, "status": status}] if status else [])


def test_all_looked_at_and_well_it_is_open_with_a_licensed_hand_to_ask() -> None:
    found = road()
    assert found.state == "open" and found.verdict.startswith("Open by what is on record")
    assert states(found) == {"burners": "open", "moisture": "open", "vents": "open", "climate": "open", "hands": "ask"}


@pytest.mark.parametrize("kind", ["atmospheric_burner", "combustion_air", "single_wall_vent"])
@pytest.mark.parametrize("status", ["suspected", "confirmed"])
def test_a_burner_shuts_it(kind: str, status: str) -> None:
    found = road(hazards=but(kind, status))
    assert found.state == "shut" and states(found)["burners"] == "shut"
    assert "burner" in found.verdict and states(found)["moisture"] == "open"


@pytest.mark.parametrize("kind", ["roof_leak", "attic_moisture", "fan_into_attic"])
def test_damp_shuts_it_and_a_cleared_one_does_not(kind: str) -> None:
    assert states(road(hazards=but(kind, "confirmed")))["moisture"] == "shut"
    assert states(road(hazards=but(kind, "cleared")))["moisture"] == "open"


@pytest.mark.parametrize("kind", ["roof_leak", "single_wall_vent"])
def test_one_not_looked_for_is_asked(kind: str) -> None:
    found = road(hazards=but(kind, None))
    assert found.state == "ask" and found.verdict.startswith("Not judged yet: 2 gates still to be asked")


@pytest.mark.parametrize(
    ("zone", "cold"),
    [("1A", 0), ("2B", 0), ("3C", 0), ("4A", 0), ("4B", 0), ("4C", 1), ("5A", 1), ("5B", 1), ("6B", 1), ("7", 1), ("8", 1)],
)  # fmt: skip
def test_in_the_cold_the_deck_is_kept_warm(zone: str, cold: int) -> None:
    (gate,) = [gate for gate in road(zone).gates if gate.id == "climate"]
    assert ("air-impermeable insulation against the deck" in gate.text) == bool(cold)
    assert gate.text.startswith(f"zone {zone}: ") and gate.state == "open"


def test_a_zone_or_vents_not_on_record_are_asked() -> None:
    assert states(road(None))["climate"] == "ask"
    assert states(road(vented=None))["vents"] == "ask"
    (gate,) = [gate for gate in road(vented=False).gates if gate.id == "vents"]
    assert gate.state == "open" and "unvented already" in gate.text


@pytest.mark.parametrize("kind", ["duct", "equipment", "boot"])
def test_ducts_or_equipment_up_there_speak_for_it(kind: str) -> None:
    said = road(section={"features": [{"kind": kind, "at_ft": [5, 5]}]}).speaks_for
    assert len(said) == 1 and said[0].startswith("Ducts or equipment")
    assert road().speaks_for[0].startswith("Little")


def test_a_floor_broken_by_slopes_and_walls_speaks_for_it() -> None:
    job = attic()
    slope = {
        **job["sections"][0], "id": "s1", "kind": "sloped_bays",
        "slope": {"rafter_depth_in": 7.25, "pitch_in_12": 8, "channel_in": 1},
    }  # fmt: skip
    wall = {**slope, "id": "s2", "kind": "knee_wall", "wall": {"height_ft": 4, "stud_depth_in": 3.5}}
    one = planned(job | {"sections": [*job["sections"], slope], "hazards": DRY}).other_road
    two = planned(job | {"sections": [*job["sections"], slope, wall], "hazards": DRY}).other_road
    assert one.speaks_for[0].startswith("Little")
    assert two.speaks_for == ("Slopes and knee walls make the floor a broken line; the roof is one plane.",)
