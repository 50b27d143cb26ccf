"""One table for each list of the program: everything else is made from it or compared with it (docs/how-to-add.md)."""

from __future__ import annotations

import dataclasses
import json
import subprocess
from datetime import UTC, date, datetime
from pathlib import Path
from typing import Any

import pytest

from elm_cover.api.app import create_app
from elm_cover.api.interface import document
from elm_cover.api.rights import OPEN
from elm_cover.api.routes import ROUTES, UnlistedRouteError, check_routes, route_of
from elm_cover.core.eaves.ventilation import FROM_THE_HOUSE
from elm_cover.core.hazards import stops
from elm_cover.core.layers.kinds import Feed, Kind
from elm_cover.core.log.kinds import LOG_KINDS, LogKind
from elm_cover.devices.counter import Practice
from elm_cover.formats.field_pack import field_pack, read_pack
from elm_cover.job import JobError
from elm_cover.job.log_values import VALUES
from elm_cover.job.paper_kinds import PAPERS, PaperRow, goes_to_customer, paper_by_ending
from elm_cover.job.stages import STAGES, StageRow, dated, has_begun
from elm_cover.papers.issue import PRINTED, Asked, printed
from tests import registries
from tests.papers.test_done import JOB, LOG
from tools.registries import written

ROOT = Path(__file__).parent.parent
GENERATED = ROOT / "frontend" / "src" / "api" / "generated"
# By hand, apart from the table: what a device with a token may ask for.
FOR_DEVICES = {
    ("GET", "/api/field/days"),
    ("GET", "/api/jobs/<job_id>/field-pack"),
    ("GET", "/api/jobs/<job_id>/log"),
    ("POST", "/api/jobs/<job_id>/log"),
    ("POST", "/api/photos"),
    ("GET", "/api/photos/<name>"),
}


def test_every_row_has_all_its_parts() -> None:
    assert len(registries.LISTS) == 6
    assert registries.lacking() == []


@pytest.mark.parametrize("row", [StageRow, PaperRow, stops.Stop, Kind, Feed, LogKind])
def test_no_row_has_a_silent_default(row: Any) -> None:
    columns = dataclasses.fields(row)
    given = [f.name for f in columns if {f.default, f.default_factory} != {dataclasses.MISSING}]
    assert columns and given == []


def test_a_row_without_a_part_is_named(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(registries, "PRINTED", {k: v for k, v in PRINTED.items() if k != "offer"})
    monkeypatch.setattr(registries, "VALUES", {k: v for k, v in VALUES.items() if k != "hopper"})
    monkeypatch.setattr(registries, "FROM_THE_HOUSE", {**FROM_THE_HOUSE, "heat": "it is hot"})
    assert registries.lacking() == [
        "papers: “offer” is lacking in what papers are printed by (papers/issue.py)",
        "hazards: “heat” in what makes an attic damp (core/eaves/ventilation.py) stands on no row",
        "log kinds: “hopper” is lacking in what entries may say (job/log_values.py)",
    ]


def test_the_screens_lists_are_the_programs() -> None:
    assert (GENERATED / "registries.ts").read_text(encoding="utf-8") == written(), "run `make client`"


def test_the_typed_client_is_current(tmp_path: Path) -> None:
    made = tmp_path / "schema.d.ts"
    told = tmp_path / "openapi.json"
    told.write_text(json.dumps(document(create_app(None))), encoding="utf-8")
    tool = ROOT / "frontend" / "node_modules" / ".bin" / "openapi-typescript"
    subprocess.run(
        [tool, told, "--default-non-nullable", "false", "-o", made],
        check=True,
        capture_output=True,
        cwd=ROOT / "frontend",
    )
    assert made.read_text(encoding="utf-8") == (GENERATED / "schema.d.ts").read_text(encoding="utf-8"), (
        "run `make client`"
    )


def test_a_route_without_a_row_stops_the_program_at_its_start() -> None:
    app = create_app(None)
    check_routes(app)
    app.add_url_rule("/api/new", "new", lambda: "")
    with pytest.raises(UnlistedRouteError, match=r"GET /api/new has no row in api/routes\.py"):
        check_routes(app)


def test_what_a_device_may_ask_for_is_the_list_written_by_hand() -> None:
    pages = {key for key, row in ROUTES.items() if row.right is OPEN}
    assert {key for key, row in ROUTES.items() if "device" in row.right.reach} - pages == FOR_DEVICES
    days = "/api/field/days"
    assert route_of("HEAD", days) == route_of("GET", days) and route_of("POST", days) is None


@pytest.mark.parametrize(
    ("name", "paper"),
    [
        ("x-offer.pdf", "offer"),
        ("card.pdf", "attic card"),
        ("Ashby.pdf", "job sheet"),
        ("x-load.csv", None),
        ("day.PDF", None),
    ],
)
def test_the_ending_of_a_file_names_the_paper(name: str, paper: str | None) -> None:
    assert paper_by_ending(name) == paper


@pytest.mark.parametrize("kind", PAPERS)
def test_a_paper_that_needs_a_log_is_not_printed_without_one(kind: str) -> None:
    def refused(log: Any) -> list[str]:
        try:
            printed(kind, Asked(job=JOB, today=date(2026, 5, 6), log=tuple(log)))
        except JobError as error:
            return [fault.path for fault in error.faults]
        return []

    assert bool({"log", "proof"} & set(refused(()))) == PAPERS[kind].needs_log
    assert not {"log", "proof"} & set(refused(LOG))


def test_what_is_handed_over_is_what_was_made_for_the_customer() -> None:
    stays = {kind for kind in PAPERS if not goes_to_customer(kind)}
    assert stays == {"work list", "load list", "day sheet"} and not goes_to_customer("something else")


def test_a_date_turns_what_is_sold_and_nothing_else() -> None:
    assert {stage: dated(stage, True) for stage in STAGES if dated(stage, True) != stage} == {"sold": "dated"}
    assert all(dated(stage, False) == stage for stage in STAGES) and dated("", True) == ""
    assert [stage for stage in STAGES if has_begun(stage)] == ["at_work", "to_prove", "done"] and not has_begun("")


def test_the_practice_counter_writes_what_the_list_lets_it_write() -> None:
    day = Practice(table=read_pack(field_pack(JOB)), seed=1, begin=datetime(2026, 5, 1, 8, tzinfo=UTC))
    kinds = {entry["kind"] for entry in day.entries()}
    assert {"bag.in", "reading"} <= kinds
    assert kinds <= {word for word, kind in LOG_KINDS.items() if "stand_in" in kind.writers}
