"""Little in does not make much out: lists are counted before they are looked into, and looking stops where enough is wrong."""

from __future__ import annotations

import json
import time
import tracemalloc
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from elm_cover.job import Job, JobError, read_job
from tests.conftest import attic


def faults(document: dict[str, Any]) -> list[str]:
    with pytest.raises(JobError) as refused:
        read_job(document)
    return [str(fault) for fault in refused.value.faults]


def with_readings(wrong: Callable[[int], bool], count: int) -> dict[str, Any]:
    found = attic()
    found["sections"][0]["readings"] = [{"at_ft": [1, 1], "depth_in": -1.0 if wrong(i) else 3.0} for i in range(count)]
    return found


def many(member: Any, count: int) -> list[Any]:
    return [member] * count


WIDE: dict[str, Callable[[], dict[str, Any]]] = {
    "sections": lambda: attic() | {"sections": many(0, 900_000)},
    "vents": lambda: attic() | {"vents": many({}, 600_000)},
    "hazards": lambda: attic() | {"hazards": many("x", 400_000)},
    "readings of each section": lambda: attic()
    | {"sections": [attic()["sections"][0] | {"id": str(i), "readings": many(0, 5_000), "features": many(0, 5_000)} for i in range(40)]},
    "bays of each edge": lambda: attic()
    | {"sections": [attic()["sections"][0] | {"id": str(i), "edges": many({"kind": 1, "bays": many(0, 100)}, 200)} for i in range(40)]},
    "decisions": lambda: attic() | {"preparation": {"decisions": many(0, 5_000), "added": many(0, 900_000)}},
    "names of any kind": lambda: attic() | {"choice": {str(i): 0 for i in range(100_000)}},
}  # fmt: skip


@pytest.mark.parametrize("name", WIDE)
def test_a_body_of_wrong_members_costs_next_to_nothing(name: str) -> None:
    document = WIDE[name]()
    tracemalloc.start()
    begun = time.process_time()
    found = faults(document)
    took_s, (_, peak) = time.process_time() - begun, tracemalloc.get_traced_memory()
    tracemalloc.stop()
    # Eighteen seconds and a gigabyte where each was looked at; this is no race, but an order of magnitude below what it was.
    assert took_s < 2 and peak < 20_000_000 and 1 <= len(found) < 12_000


def test_looking_stops_at_the_fifty_that_are_wrong_first() -> None:
    found = faults(with_readings(lambda i: i >= 120, 5_000))
    # The third fifty: those before are sound, those after are not looked at.
    assert [fault.split(":")[0] for fault in found] == [f"sections[0].readings[{i}].depth_in" for i in range(120, 150)]


@pytest.mark.parametrize("count", [1, 49, 50, 51, 100, 149, 4_999, 5_000])
def test_what_is_sound_is_read_whole_and_in_order(count: int) -> None:
    document = attic()
    document["sections"][0]["readings"] = [{"at_ft": [1, 1], "depth_in": i / 1000} for i in range(count)]
    for job in (read_job(document), Job.model_validate_json(json.dumps(document))):
        assert [reading.depth_in for reading in job.sections[0].readings] == [i / 1000 for i in range(count)]
    assert read_job(document) == Job.model_validate_json(json.dumps(document))


def test_one_more_than_a_list_takes_is_said_by_its_name() -> None:
    (found,) = faults(with_readings(lambda i: False, 5_001))
    assert (
        found.startswith("sections[0].readings: ")
        and "5000" in found.replace(",", "")
        and "5001" in found.replace(",", "")
    )


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    return create_app(tmp_path).test_client()


@pytest.mark.parametrize(
    ("method", "path", "body"),
    [
        ("POST", "/api/jobs/x/log", {"entries": many(0, 600_000)}),
        ("PUT", "/api/calendar/places", {"places": many(0, 90_000)}),
        ("PUT", "/api/calendar/weather", {"days": many(0, 45_000)}),
        ("PUT", "/api/firm", {"stock": many(0, 600_000), "crews": many(0, 300_000)}),
        ("POST", "/api/compare", {"before": WIDE["sections"](), "after": WIDE["vents"]()}),
        ("POST", "/api/plan", {"job": attic(), "drawn": {str(i): 0 for i in range(90_000)}}),
    ],
)
def test_every_body_of_wrong_members_is_refused_in_a_moment(
    client: FlaskClient, method: str, path: str, body: dict[str, Any]
) -> None:
    content = json.dumps(body, separators=(",", ":")).encode()
    begun = time.process_time()
    answer = client.open(
        path, method=method, data=content, content_type="application/json", headers={"If-Match": '"1"'}
    )
    assert answer.status_code == 422 and len(answer.json["errors"]) <= 51
    assert time.process_time() - begun < 3


def test_a_whole_number_may_be_written_with_a_nought() -> None:
    """JSON knows no other number: 4.0 is an integer by its schema."""
    document = attic() | {"house": {"bedrooms": 3.0}}
    for job in (read_job(document), Job.model_validate_json(json.dumps(document))):
        assert job.house.bedrooms == 3 and type(job.house.bedrooms) is int
    for wrong in (3.5, True, "3", 1e300):
        assert faults(attic() | {"house": {"bedrooms": wrong}})[0].startswith("house.bedrooms")
