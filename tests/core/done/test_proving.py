"""What a log proves of a whole job: rows by the floor's own field bags, closed bays apart, tests, what is missing yet."""

from __future__ import annotations

import copy
from typing import Any

import pytest

from elm_cover.core.from_job import entry_of
from elm_cover.core.hazards.stops import STOPS
from elm_cover.core.plan import plan
from elm_cover.formats.field_pack import field_pack
from elm_cover.formats.headline import headline
from elm_cover.formats.job_file import dump_document
from elm_cover.formats.log_file import entry_document
from elm_cover.formats.proof_json import proof_json
from elm_cover.formats.run_json import run_told
from elm_cover.job import JobError, read_job
from elm_cover.job.log_entry import LogEntry
from tests.conftest import attic
from tests.core.done.test_filled_by import with_hatch
from tests.random_jobs import random_job

JOB = read_job({**with_hatch(attic()), "house": {"climate_zone": "5A", "volume_ft3": 12_000.0}})
FILL = field_pack(JOB)["fill"]


def log_of(*said: tuple[str, dict[str, Any]]) -> list[LogEntry]:
    return [
        LogEntry.model_validate(
            {"id": f"00000000-0000-4000-8000-{i:012x}", "device": "p", "seq": i, "at": f"2026-05-04T08:{i // 60:02}:{i % 60:02}Z",
             "actor": "Ana", "kind": kind, "value": value}
        )
        for i, (kind, value) in enumerate(said)
    ]  # fmt: skip


def day(share: float = 1.0, off_in: float = 0.0, **more: Any) -> list[tuple[str, dict[str, Any]]]:
    """All bands blown with so much of their bags, every random place read so far off its fill line."""
    said: list[tuple[str, dict[str, Any]]] = [("day.start", {"revision": 1}), ("hopper", {"bags": 0.0})]
    wanted = 0.0
    for band in FILL["bands"]:
        where = {"section": band["section"], "band": band["number"]}
        before, wanted = round(wanted), wanted + band["bags"] * share
        said.append(("band.enter", where))
        if round(wanted) > before:
            said.append(("bag.in", {"bags": round(wanted) - before}))
        said.append(("band.leave", where))
    for i, place in enumerate(p for p in FILL["places"] if p["marker"] is None):
        depth = place["fill_in"] + off_in + (0.125 if i % 2 else -0.125)
        said.append(
            ("reading", {"section": place["section"], "depth_in": depth, "at_ft": list(place["at_ft"]), "random": True})
        )
    return said


def test_a_job_blown_as_planned_claims_its_row() -> None:
    told = proof_json(JOB, log_of(*day(1.01, 0.2)))
    row = plan(JOB).sections[0].r_added
    assert told["r"]["claimed"] == told["rows"]["by_bags"] == told["rows"]["by_depth"] == row
    assert told["not_yet"] == [] and told["depth"]["share_below"] == 0
    assert told["bags"]["field"] == pytest.approx(plan(JOB).sections[0].bags.field)
    assert told["sections"][0]["r"] == told["products"][0]["r"]


def test_too_few_bags_claim_the_row_below_however_deep() -> None:
    told = proof_json(JOB, log_of(*day(0.93, 0.2)))
    below = max(row.r for row in JOB.products[0].chart or () if row.r < (plan(JOB).sections[0].r_added or 0))
    assert told["rows"]["by_depth"] > told["rows"]["by_bags"] == told["r"]["claimed"] == below


def test_a_short_place_keeps_depth_from_proving_anything_until_it_is_read_again() -> None:
    place = next(p for p in FILL["places"] if p["marker"] == 1)
    short = ("reading", {"section": "main", "depth_in": place["fill_in"] - 1, "marker": 1})
    told = proof_json(JOB, log_of(*day(1.01, 0.2), short))
    assert told["r"]["claimed"] is None and "1 short place is to be topped up and read again" in told["not_yet"]
    assert 0 < told["depth"]["share_below"] < 1
    again = ("reading", {"section": "main", "depth_in": place["fill_in"], "marker": 1})
    assert proof_json(JOB, log_of(*day(1.01, 0.2), short, again))["r"]["claimed"] == plan(JOB).sections[0].r_added


def test_what_is_missing_is_said() -> None:
    told = proof_json(JOB, log_of(*day()[:4]))
    assert told["r"]["claimed"] is None
    assert told["not_yet"] == ["not every band is done", "5 more readings at the places the program picked"]
    assert proof_json(JOB, ())["bags"]["in"] == 0


def test_nowhere_less_is_the_firms_choice() -> None:
    said = log_of(*day(1.01, 0.2))
    bound, least = proof_json(JOB, said), proof_json(JOB, said, by_least=True)
    assert least["depth"]["least"] < bound["depth"]["bound"] + 0.2
    assert least["r"]["by_depth"] <= bound["r"]["by_depth"] + 1


def test_fan_tests_burners_and_what_the_seals_were_worth() -> None:
    points = [(60, 1905), (50, 1688), (40, 1465), (30, 1210), (20, 934), (15, 771)]
    said: list[tuple[str, dict[str, Any]]] = []
    for word, factor in (("before", 1.0), ("after", 0.8)):
        said.append(("leak.reading", {"test": word, "baseline_pa": -1.0}))
        said += [("leak.reading", {"test": word, "pressure_pa": p - 1.0, "flow_cfm": q * factor}) for p, q in points]
    said.append(("burner.test", {"test": "after", "result": "failed", "by": "H. Holt, heating"}))
    told = proof_json(JOB, log_of(*said))
    assert told["leakage"]["before"]["ach50"] == pytest.approx(8.45, abs=0.01)
    assert told["leakage"]["change"]["cfm50"] == pytest.approx(0.2 * 1691, abs=0.5)
    assert told["leakage"]["change"]["low"] < told["leakage"]["change"]["cfm50"] < told["leakage"]["change"]["high"]
    assert "failed" in told["stops"][0]
    # A later test that passes lifts it.
    said.append(("burner.test", {"test": "after", "result": "passed", "by": "H. Holt, heating"}))
    assert proof_json(JOB, log_of(*said))["stops"] == []


def test_air_by_itself_is_weighed_against_the_fresh_air_the_house_wants() -> None:
    """1,691 / 17 = 99.5 ft³/min against 0.03 · 1,500 + 7.5 · 4 = 75; a tenth of it is too tight."""
    house = {"climate_zone": "5A", "floor_ft2": 1500.0, "bedrooms": 3}
    job = read_job({**with_hatch(attic()), "house": house})
    for flow, tight in ((1691.0, False), (169.1, True)):
        said = log_of(("leak.reading", {"test": "after", "pressure_pa": 50.0, "flow_cfm": flow}))
        told = proof_json(job, said)["leakage"]
        assert told["natural_cfm"] == pytest.approx(flow / 17) and told["fresh_air_cfm"] == 75
        assert told["too_tight"] is tight
    unknown = proof_json(JOB, log_of(("leak.reading", {"test": "after", "pressure_pa": 50.0, "flow_cfm": 900.0})))
    assert unknown["leakage"]["fresh_air_cfm"] is None and unknown["leakage"]["too_tight"] is False


def test_a_reading_off_the_floor_is_refused_in_words() -> None:
    told = proof_json(JOB, log_of(("reading", {"section": "main", "depth_in": 14.0, "at_ft": [90.0, 5.0]})))
    assert [one["why"] for one in told["refused"]] == [
        "the reading at 90, 5 ft lies on no floor of main that this plan fills"
    ]
    assert told["depth"]["n"] == 0
    core = {"section": "loft", "diameter_in": 4.0, "depth_in": 12.0, "weight_oz": 2.0}
    told = proof_json(JOB, log_of(("core", core)))
    assert "no section “loft”" in told["refused"][0]["why"] and told["products"][0]["density_pcf"] == []


def test_a_day_without_an_end_and_bags_of_an_unknown_product_are_said() -> None:
    said: list[tuple[str, dict[str, Any]]] = [
        ("day.start", {"revision": 1, "product": "rock-dust"}),
        ("bag.in", {"bags": 1}),
    ]
    told = proof_json(JOB, log_of(*said))
    assert told["notes"] == [
        "The day begun 2026-05-04 08:00 has no end: end it with what stands in the hopper, or the last bags are not known."
    ]
    assert "the plan blows no “rock-dust”" in told["refused"][0]["why"]
    assert proof_json(JOB, log_of(*said, ("day.end", {})))["notes"] == []


@pytest.mark.parametrize(
    ("value", "said"),
    [
        ({"test": "before", "pressure_pa": 50.0, "flow_m3h": 2800.0}, "flow_m3h"),
        ({"test": "before", "pressure_pa": 50.0}, "pressure_pa and flow_cfm together"),
        ({"test": "before", "pressure_pa": -3.0, "flow_cfm": 10.0}, "pressure_pa"),
    ],
)
def test_flows_in_other_units_are_refused_by_their_name(value: dict[str, Any], said: str) -> None:
    with pytest.raises((JobError, ValueError), match=said):
        log_of(("leak.reading", value))


def test_the_house_rule_says_how_depth_is_proved() -> None:
    least = read_job({**with_hatch(attic()), "house_rules": {"claim_depth": "least"}})
    assert proof_json(least, ())["by_least"] is True and proof_json(JOB, ())["by_least"] is False
    assert proof_json(least, (), by_least=False)["by_least"] is False


def test_a_look_with_smoke_is_pinned_to_its_place() -> None:
    value = {"look": "smoke", "text": "drawn down", "section": "main", "at_ft": [4.0, 5.0]}
    (look,) = proof_json(JOB, log_of(("note", value), ("note", {"text": "no look"})))["looks"]
    assert (look["look"], look["at_ft"], look["text"], look["by"]) == ("smoke", [4.0, 5.0], "drawn down", "Ana")
    with pytest.raises((JobError, ValueError), match="section and at_ft together"):
        log_of(("note", {"look": "smoke", "text": "where", "at_ft": [4.0, 5.0]}))


def test_suspected_dust_forbids_the_test_and_a_burner_wants_its_own() -> None:
    hazards = [{"kind": "vermiculite", "status": "suspected"}, {"kind": "atmospheric_burner", "status": "confirmed"}]
    job = read_job({**with_hatch(attic(features=[{"kind": "box", "at_ft": [5, 5]}])), "hazards": hazards})
    key = next(item.key for item in plan(job).work.items if item.cfm50 is not None)
    told = proof_json(job, log_of(("work.done", {"key": key})))
    assert told["leakage"]["forbidden"] == [
        "No fan test while this is suspected: Vermiculite-like fill (may hold asbestos)."
    ]
    assert len(told["stops"]) == 2 and "before the test before" in told["stops"][0]
    point = ("leak.reading", {"test": "before", "pressure_pa": 50.0, "flow_cfm": 900.0})
    passed = ("burner.test", {"test": "after", "result": "passed", "by": "H. Holt"})
    assert proof_json(job, log_of(point, ("work.done", {"key": key}), passed))["stops"] == []


def test_closed_bays_are_proved_by_volume_and_density() -> None:
    wall = {
        "id": "slope", "kind": "sloped_bays", "outline_ft": [[0, 0], [20, 0], [20, 8], [0, 8]],
        "edges": [{"kind": "knee_wall"}] * 4, "framing": {"spacing_in": 24, "depth_in": 7.25, "run": "y"},
        "slope": {"pitch_in_12": 9, "rafter_depth_in": 7.25, "channel_in": 1.0}, "existing": [], "ceiling": {"board": "gypsum_1_2"},
    }  # fmt: skip
    document = with_hatch(attic())
    document["sections"].append(wall)
    document["choice"]["slope"] = {"method": "enclosed_fill", "product": document["choice"]["main"]["product"]}
    job = read_job(document)
    section = plan(job).sections[1]
    bands = [band for band in field_pack(job)["fill"]["bands"] if band["section"] == "slope"]
    # Ten bays 24 in apart over 20 ft; at most 8 bags at a time.
    assert bands[0]["bays"][0] == 1 and bands[-1]["bays"][1] == 10 and all(band["bags"] <= 8 for band in bands)
    wanted = sum(band["bags"] for band in bands)
    assert section.bags.field == pytest.approx(wanted)
    for bags, claimed in ((int(wanted) + 1, section.r_added), (int(wanted) - 1, None)):
        said: list[tuple[str, dict[str, Any]]] = [("day.start", {"revision": 1})]
        for i, band in enumerate(bands):
            where = {"section": "slope", "band": band["number"]}
            said += [("band.enter", where), *([("bag.in", {"bags": bags})] if i == 0 else []), ("band.leave", where)]
        log = log_of(*said)
        told = next(one for one in proof_json(job, log)["sections"] if one["id"] == "slope")
        assert told["r"]["claimed"] == claimed
        assert told["bays"]["density_pcf"] == pytest.approx(bags * 25 / section.volume_ft3)


def test_stages_follow_from_what_is_proved() -> None:
    end: tuple[str, dict[str, Any]] = ("day.end", {})

    looked = {**dump_document(JOB), "hazards": [{"kind": kind, "status": "absent"} for kind in STOPS]}

    def stage(*said: tuple[str, dict[str, Any]], of: dict[str, Any] = looked) -> str:
        return str(headline(of, [entry_document(entry) for entry in log_of(*said)])["stage"])

    assert stage(*day(1.01, 0.2)[:3]) == stage(*day(1.01, 0.2)) == "at_work", "a day is open"
    assert stage(*day(1.01, 0.2), end) == "done"
    random = sum(place["marker"] is None for place in FILL["places"])
    assert stage(*day(1.01, 0.2)[: 4 - random], end) == "to_prove", "four readings are one too few"
    assert stage(*day(1.01, 0.2)[:4], end) == "at_work", "bands are missing"
    assert stage(*day(1.01, 0.2), end, of=dump_document(JOB)) == "to_prove", "nobody looked for hazards"
    flue = copy.deepcopy(looked)
    flue["sections"][0]["features"] = [{"id": "f", "kind": "flue", "at_ft": [30, 12], "flue": "double_wall_gas"}]
    assert stage(*day(1.01, 0.2), end, of=flue) == "to_prove", "the flue has no shield"
    assert stage(("work.done", {"key": "flue:f"}), *day(1.01, 0.2), end, of=flue) == "done"
    failed = ("burner.test", {"test": "after", "result": "failed", "by": "H. Holt"})
    assert stage(*day(1.01, 0.2), failed, end) == "to_prove"


@pytest.mark.parametrize("seed", [2, 3, 5, 10, 13, 19, 25])
def test_a_row_asks_for_the_field_bags_that_its_own_plan_has(seed: int) -> None:
    """Also where what lies beneath is pressed by the new fill: each row by its own weight."""
    document = random_job(seed, 0.0)
    told = [one for one in proof_json(read_job(document), ())["sections"] if one["asked"]]
    assert told, "pick another seed"
    for one in told:
        for row in one["asked"][:: max(1, len(one["asked"]) // 3)]:
            other = copy.deepcopy(document)
            other["choice"][one["id"]]["depth"] = {"by": "installed_in", "value_in": row["installed_in"]}
            section = next(s for s in plan(read_job(other)).sections if s.id == one["id"])
            assert row["field_bags"] == pytest.approx(section.bags.field, rel=1e-9)


def test_a_box_is_shown_as_density_and_claims_nothing_by_itself() -> None:
    core = ("core", {"section": "main", "diameter_in": 4.0, "depth_in": 14.0, "weight_oz": 2.61})
    box = ("core", {"section": "main", "box_ft3": 2.0, "weight_oz": 54.4})
    told = proof_json(JOB, log_of(*day(1.01, 0.2), box))
    assert told["products"][0]["density_pcf"] == [pytest.approx(1.7)] and told["r"]["by_cores"] is None
    both = proof_json(JOB, log_of(*day(1.01, 0.2), core, box))
    assert both["products"][0]["density_pcf"] == pytest.approx([1.60, 1.7], abs=0.01) and both["r"]["by_cores"] > 0
    words = [
        one["text"]
        for one in run_told(field_pack(JOB), [entry_of(entry) for entry in log_of(core, box)], {})["entries"]
    ]
    assert words == ["box of 2.00 ft³ with 54.40 oz, main", "core of 2.61 oz at 14 in, main"]
    for wrong in ({"box_ft3": 2.0, "diameter_in": 4.0, "depth_in": 9.0}, {"diameter_in": 4.0}, {}):
        with pytest.raises((JobError, ValueError), match="box_ft3 alone"):
            log_of(("core", {"section": "main", "weight_oz": 2.0, **wrong}))
