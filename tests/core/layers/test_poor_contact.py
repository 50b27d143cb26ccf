"""Which places of a house are asked about, and why."""

from __future__ import annotations

import pytest

from elm_cover.core.layers.poor_contact import TITLES, SectionFacts, places

NOTHING: frozenset[str] = frozenset()


def section(
    kind: str = "open_floor",
    edges: set[str] | None = None,
    features: set[str] | None = None,
    wall_of: str | None = None,
) -> SectionFacts:
    return SectionFacts("main", "Main", kind, frozenset(edges or ()), frozenset(features or ()), wall_of)


def found(*sections: SectionFacts, stories: float | None = 1) -> dict[str, tuple[str | None, str | None]]:
    return {place.place: (place.section, place.because) for place in places(sections, stories)}


def test_every_house_is_asked_of_three() -> None:
    assert found(section()) == dict.fromkeys(("lowered_ceiling", "arches", "outside_tub"), (None, None))


@pytest.mark.parametrize(
    ("facts", "place", "because"),
    [
        (section(features={"drop_soffit"}), "lowered_ceiling", "a drop soffit is on record in Main"),
        (section(edges={"step"}), "two_heights", "Main has an edge where the ceiling steps"),
        (section(features={"platform"}), "walkway", "platform on record in Main"),
        (section(features={"storage_floor"}), "walkway", "storage floor on record in Main"),
        (section(edges={"knee_wall"}), "knee_wall", "Main has a knee wall"),
        (section("knee_wall"), "knee_wall", "Main has a knee wall"),
        (section("knee_wall", wall_of="skylight_shaft"), "skylight", "Main is a skylight shaft"),
        (section("left_out"), "garage_wall", "Main lies over unheated space"),
    ],
)
def test_what_the_record_adds(facts: SectionFacts, place: str, because: str) -> None:
    assert found(facts)[place] == ("main", because)


def test_a_skylight_shaft_is_no_knee_wall_and_one_storey_has_no_shaft() -> None:
    assert "knee_wall" not in found(section("knee_wall", wall_of="skylight_shaft"))
    assert "duct_shaft" not in found(section(), stories=1) and "duct_shaft" not in found(section(), stories=None)
    assert found(section(), stories=1.5)["duct_shaft"] == (None, "the house has 1.5 storeys")


def test_every_place_says_what_to_look_for() -> None:
    assert all(title and look_for for title, look_for in TITLES.values())
