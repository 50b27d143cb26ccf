"""The calendar over HTTP: stages, places, proposals, weather, busy times, files, and what is refused in words."""

from __future__ import annotations

import csv
import io
import uuid
from datetime import UTC, date, datetime, timedelta
from pathlib import Path
from typing import Any

import icalendar
import pytest
from flask.testing import FlaskClient

from elm_cover.api.app import create_app
from tests.conftest import attic

MONDAY = date(2026, 7, 6)
SOLD = {"stage": "sold", "on": "2026-06-20"}


@pytest.fixture
def client(tmp_path: Path) -> FlaskClient:
    found: FlaskClient = create_app(tmp_path).test_client()
    return found


def add(client: FlaskClient, name: str = "4 Mill Close", **more: Any) -> str:
    return str(client.post("/api/jobs", json={**attic(), "name": name, "sale": SOLD, **more}).json["id"])


def crews(client: FlaskClient, *names: str) -> None:
    found = client.get("/api/firm")
    document = {"crews": [{"id": name.lower(), "name": name, "people": 2 + i} for i, name in enumerate(names)]}
    kept = client.put("/api/firm", json=document, headers={"If-Match": found.headers["ETag"]})
    assert kept.status_code == 200, kept.json


def read(client: FlaskClient, first: date = MONDAY, days: int = 12) -> dict[str, Any]:
    answer = client.get(f"/api/calendar?first={first}&days={days}")
    assert answer.status_code == 200, answer.json
    return dict(answer.json or {})


def put(client: FlaskClient, *places: dict[str, Any]) -> Any:
    return client.put("/api/calendar/places", json={"places": list(places)})


def test_stages_follow_from_what_is_recorded(client: FlaskClient) -> None:
    def stages() -> dict[str, str]:
        return {line["headline"]["name"]: line["stage"] for line in client.get("/api/jobs").json["jobs"]}

    bare = client.post("/api/jobs", json={"format": "elm-cover.job", "version": 1, "name": "bare"}).json["id"]
    offered = add(client, "offered", sale={"stage": "offered"})
    sold, lost = add(client, "sold"), add(client, "lost", sale={"stage": "lost"})
    assert stages() == {"bare": "to_measure", "offered": "to_offer", "sold": "sold", "lost": "lost"}
    assert put(client, {"job": sold, "crew": "first", "day": "2026-07-07"}).status_code == 200
    assert stages()["sold"] == "dated"
    tick = {"id": str(uuid.uuid4()), "device": "d", "seq": 0, "at": datetime.now(UTC).isoformat(), "kind": "load.out",
            "value": {"what": "c1", "amount": 73, "unit": "bags"}}  # fmt: skip
    assert client.post(f"/api/jobs/{sold}/log", json={"entries": [tick]}).json["answers"][0]["state"] == "accepted"
    assert stages()["sold"] == "at_work"

    def found(query: str) -> list[str]:
        return [line["headline"]["name"] for line in client.get(f"/api/jobs?{query}").json["jobs"]]

    assert found("stage=to_measure") == ["bare"] and found("stage=lost") == ["lost"] and found("stage=sold") == []
    assert found("stage=at_work") == found("crew=first") == found("month=2026-07") == ["sold"]
    assert found("month=2026-08") == found("crew=other") == []
    assert client.get("/api/jobs?stage=nothing").status_code == 422 and bare and offered and lost


def test_a_placed_job_stands_there_and_goes_off_again(client: FlaskClient) -> None:
    job = add(client)
    assert [line["name"] for line in read(client)["waiting"]] == ["4 Mill Close"]
    put(client, {"job": job, "crew": "first", "day": "2026-07-08", "half": 0})
    found = read(client)
    (bar,) = found["bars"]
    assert found["waiting"] == [] and (bar["crew"], bar["day"], bar["bags"]) == ("first", "2026-07-08", 73)
    assert bar["halves"][0] == {"day": "2026-07-08", "half": 0} and bar["hours"] > 2
    assert sum(s["to_h"] - s["from_h"] for s in bar["stretches"]) == pytest.approx(bar["hours"])
    put(client, {"job": job, "crew": None})
    assert read(client)["bars"] == [] and len(read(client)["waiting"]) == 1
    # Jobs that nobody has bought wait for no day.
    add(client, "offered", sale={"stage": "offered"})
    assert len(read(client)["waiting"]) == 1


def test_what_breaks_a_rule_is_placed_and_said(client: FlaskClient) -> None:
    crews(client, "Alder", "Birch")
    gate = [{"trade": "electrician", "through_on": "2026-07-10"}]
    one, two = add(client, "One", trades=gate), add(client, "Two")
    put(
        client,
        {"job": one, "crew": "alder", "day": "2026-07-08"},
        {"job": two, "crew": "alder", "day": "2026-07-08"},
    )
    said = {bar["name"]: [c["text"] for c in bar["conflicts"]] for bar in read(client)["bars"]}
    assert "before electrician is through on Fri 10 Jul" in said["One"]
    assert "Alder has Two at the same time" in said["One"] and "Alder has One at the same time" in said["Two"]
    # A crew that is deleted leaves its jobs where they are.
    crews(client, "Birch")
    said = {bar["name"]: [c["code"] for c in bar["conflicts"]] for bar in read(client)["bars"]}
    assert said["Two"] == ["no_crew"]


def test_a_proposal_moves_nothing_until_it_is_taken(client: FlaskClient) -> None:
    crews(client, "Alder", "Birch")
    jobs = [add(client, f"Job {i}") for i in range(3)]
    add(client, "Waits", trades=[{"trade": "roofer"}])
    answer = client.post("/api/calendar/propose", json={"first": "2026-07-06", "days": 12}).json
    assert {place["job"] for place in answer["places"]} == set(jobs) and read(client)["bars"] == []
    assert answer["by"] in ("exact", "greedy") and len(answer["unplaced"]) == 1
    why = {reason["job"]: reason["text"] for reason in answer["reasons"]}
    assert "roofer" in why[answer["unplaced"][0]] and len(why) == 4
    assert put(client, *answer["places"]).status_code == 200
    found = read(client)
    assert len(found["bars"]) == 3 and {c["code"] for bar in found["bars"] for c in bar["conflicts"]} <= {"past"}


def test_weather_is_made_up_until_it_is_typed_or_read(client: FlaskClient) -> None:
    first = read(client)["days"][0]
    assert first["source"] == "made_up" and first == read(client)["days"][0]
    typed = {"days": [{"day": "2026-07-06", "high_f": 103, "low_f": 80}]}
    assert client.put("/api/calendar/weather", json=typed).json == {"count": 1}
    day = read(client)["days"][0]
    assert (day["source"], day["high_f"], min(day["minutes"])) == ("typed", 103, 0) and day["closes_h"] is not None
    text = "day,high_f,low_f\n2026-07-07,74,55\n2026-07-08,80.5,60\n"
    assert client.post("/api/calendar/weather.csv", data=text, content_type="text/csv").json == {"count": 2}
    assert [d["source"] for d in read(client)["days"][:4]] == ["typed", "read", "read", "made_up"]
    client.put("/api/calendar/weather", json={"days": [{"day": "2026-07-06"}]})
    assert read(client)["days"][0]["source"] == "made_up"


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("day,high_f,low_f\n7 July,80,60\n", "write it as 2026-07-15"),
        ("day,high_f,low_f\n2026-07-07,60,80\n", "over the high"),
        ("day,high_f,low_f\n2026-07-07,600,80\n", "-60 to 140"),
        ("day,high_f\n2026-07-07,60\n", "low_f"),
    ],
)
def test_weather_that_cannot_be_is_refused_by_line(client: FlaskClient, text: str, says: str) -> None:
    answer = client.post("/api/calendar/weather.csv", data=text, content_type="text/csv")
    assert answer.status_code == 422 and says in str(answer.json)


def ics(*events: str) -> bytes:
    return "\r\n".join(["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:x", *events, "END:VCALENDAR", ""]).encode()


def event(start: str, *more: str) -> str:
    return "\r\n".join(["BEGIN:VEVENT", f"UID:{uuid.uuid4()}", f"DTSTART{start}", *more, "END:VEVENT"])


def test_a_crew_is_off_when_its_own_calendar_says_so(client: FlaskClient) -> None:
    today = date.fromisoformat(read(client)["today"])
    monday = today + timedelta(days=7 - today.weekday())
    text = ics(event(f";VALUE=DATE:{monday:%Y%m%d}", "SUMMARY:Training"))
    assert client.put("/api/calendar/busy/first", data=text, content_type="text/calendar").json == {"count": 1}
    assert read(client, monday)["crews"][0]["off"][0] == monday.isoformat()
    client.put("/api/calendar/busy/first", data=ics(), content_type="text/calendar")
    assert read(client, monday)["crews"][0]["off"][0] != monday.isoformat()
    bad = client.put("/api/calendar/busy/first", data=b"\x00garbage", content_type="text/calendar")
    assert bad.status_code == 422 and "iCalendar" in str(bad.json)


def test_the_calendar_file_is_read_back_by_a_parser(client: FlaskClient) -> None:
    job = add(client, "9 Quarry, Loop; “corner”")
    put(client, {"job": job, "crew": "first", "day": "2026-07-08"})
    answer = client.get("/api/calendar/calendar.ics?first=2026-07-06&days=12")
    assert answer.mimetype == "text/calendar"
    events = icalendar.Calendar.from_ical(answer.data).walk("VEVENT")
    assert str(events[0]["SUMMARY"]) == "Crew 1: 9 Quarry, Loop; “corner”"
    begins = events[0].decoded("DTSTART")
    assert begins.date() == date(2026, 7, 8) and events[0].decoded("DTEND") > begins
    again = client.get("/api/calendar/calendar.ics?first=2026-07-06&days=12").data
    assert [str(e["UID"]) for e in icalendar.Calendar.from_ical(again).walk("VEVENT")] == [
        str(e["UID"]) for e in events
    ]


def test_the_weeks_order_sums_first_and_rounds_once(client: FlaskClient) -> None:
    found = client.get("/api/firm")
    stock = {"stock": [{"what": "c1", "title": "Cellulose", "on_hand": 100, "supplier": "North yard"}]}
    client.put("/api/firm", json=stock, headers={"If-Match": found.headers["ETag"]})
    for i in range(2):
        put(client, {"job": add(client, f"Job {i}"), "crew": "first", "day": f"2026-07-0{7 + i}"})
    line = next(one for one in read(client)["order"] if one["what"] == "c1")
    # Each job takes 70.37 chart bags and 3 % spare: 144.96 together, 100 on hand: 45 to order, short on the second day.
    assert line["needed"] == pytest.approx(2 * 950 / 13.5 * 1.03)
    assert (line["order"], line["short_on"], line["supplier"]) == (45, "2026-07-08", "North yard")
    rows = list(
        csv.DictReader(
            io.StringIO(client.get("/api/calendar/order.csv?first=2026-07-06&days=12").data.decode("utf-8-sig"))
        )
    )
    assert next(row for row in rows if row["what"] == "c1")["order"] == "45"
    assert not any(one["what"] == "c1" for one in read(client, date(2026, 8, 3))["order"])


@pytest.mark.parametrize(
    ("places", "status", "says"),
    [
        ([{"job": "none", "crew": "first", "day": "2026-07-07"}], 404, "No such job"),
        ([{"job": "JOB", "crew": "first"}], 422, "the first day of the job"),
        ([{"job": "JOB", "crew": "first", "day": "0001-01-01"}], 422, "places[1].day"),
        ([{"job": "JOB", "crew": "first", "day": "2026-07-07", "half": 2}], 422, "places[1].half"),
        ([{"job": "JOB", "crew": "first", "day": "2026-02-30"}], 422, "places[1].day"),
    ],
)
def test_places_that_cannot_be_are_refused_and_none_is_kept(
    client: FlaskClient, places: list[dict[str, Any]], status: int, says: str
) -> None:
    job = add(client)
    asked = [{**one, "job": one["job"].replace("JOB", job)} for one in places]
    answer = put(client, {"job": job, "crew": "first", "day": "2026-07-06"}, *asked)
    assert answer.status_code == status and says in str(answer.json)
    assert read(client)["bars"] == []


def test_a_duplicate_has_no_date(client: FlaskClient) -> None:
    sale = {**SOLD, "promised_by": "2026-08-01"}
    job = add(client, "Original", sale=sale, trades=[{"trade": "roofer", "through_on": "2026-07-01"}])
    put(client, {"job": job, "crew": "first", "day": "2026-07-06"})
    made = client.post(f"/api/jobs/{job}/duplicate")
    assert made.status_code == 201
    document = made.json["document"]
    assert document["name"] == "Original, copy" and "sale" not in document
    assert document["trades"] == [{"trade": "roofer"}]
    assert document["sections"] == client.get(f"/api/jobs/{job}").json["document"]["sections"]
    assert len(read(client)["bars"]) == 1
    assert client.post("/api/jobs/none/duplicate").status_code == 404


def test_what_goes_on_the_truck_with_what_was_ticked(client: FlaskClient) -> None:
    job = add(client, accesses=[{"kind": "hatch", "at_ft": [19, 12], "opening_in": [22.5, 30]}])
    entries = [
        {"id": str(uuid.uuid4()), "device": "d", "seq": i, "at": datetime.now(UTC).isoformat(), "kind": kind,
         "value": {"what": "c1", "amount": amount, "unit": "bags"}}
        for i, (kind, amount) in enumerate([("load.out", 73), ("load.back", 11)])
    ]  # fmt: skip
    client.post(f"/api/jobs/{job}/log", json={"entries": entries})
    document = client.get(f"/api/jobs/{job}").json["document"]
    answer = client.post("/api/load", json={"job": document, "log_of": job})
    assert answer.status_code == 200, answer.json
    bags = answer.json["load"]["lines"][0]
    assert (bags["item"]["what"], bags["out"], bags["back"], bags["used"]) == ("c1", 73, 11, 62)
    bands = answer.json["reach"]["sections"][0]["bands"]
    drawn = answer.json["drawing"]["sections"][0]["bands"]
    assert [b["number"] for b in bands] == [b["number"] for b in drawn] and all(b["rings_ft"] for b in drawn)
    assert len(answer.json["drawing"]["ways_ft"]) == len(bands)
    metric = client.post("/api/load?units=metric", json={"job": document})
    assert metric.status_code == 200 and metric.json["load"]["lines"][0]["out"] == 0


@pytest.mark.parametrize(
    ("change", "field"),
    [
        ({"sale": {"promised_by": "2026-02-30"}}, "sale.promised_by"),
        ({"trades": [{"trade": "roofer", "through_on": "2026-13-01"}]}, "trades[0].through_on"),
        ({"sale": {"on": "0001-01-01"}}, "sale.on"),
        ({"trades": [{"trade": ""}]}, "trades[0].trade"),
    ],
)
def test_days_that_there_are_not_are_refused_by_their_field(
    client: FlaskClient, change: dict[str, Any], field: str
) -> None:
    answer = client.post("/api/jobs", json={**attic(), **change})
    assert answer.status_code == 422 and answer.json["errors"][0]["field"] == field
    assert read(client)["waiting"] == []


def test_the_load_goes_out_as_csv(client: FlaskClient) -> None:
    job = add(client)
    document = client.get(f"/api/jobs/{job}").json["document"]
    answer = client.post("/api/load.csv", json={"job": document, "log_of": job})
    rows = list(csv.DictReader(io.StringIO(answer.data.decode("utf-8-sig"))))
    assert answer.mimetype == "text/csv" and rows[0]["what"] == "c1" and float(rows[0]["amount"]) == 73


def test_a_crew_without_a_day_of_the_week_and_one_always_away_take_no_job(client: FlaskClient) -> None:
    found = client.get("/api/firm")
    idle = [
        {"id": "a", "name": "A", "weekdays": []},
        {"id": "b", "name": "B", "away": [{"first": "2026-01-01", "last": "2027-12-31"}]},
    ]
    client.put("/api/firm", json={"crews": idle}, headers={"If-Match": found.headers["ETag"]})
    job = add(client)
    answer = client.post("/api/calendar/propose", json={"first": "2026-07-06", "days": 12}).json
    assert answer["unplaced"] == [job] and "fits nowhere" in answer["reasons"][0]["text"]
    put(client, {"job": job, "crew": "a", "day": "2026-07-08"})
    assert any(one["code"] == "off" for one in read(client)["bars"][0]["conflicts"])
    too_much = [{"id": f"c{i}", "name": f"C{i}"} for i in range(40)]
    found = client.get("/api/firm")
    client.put("/api/firm", json={"crews": too_much}, headers={"If-Match": found.headers["ETag"]})
    for i in range(4):
        add(client, f"Job {i}")
    answer = client.post("/api/calendar/propose", json={"first": "2026-07-06", "days": 62})
    assert answer.status_code == 422 and "Propose for fewer days" in str(answer.json)


def events_of(client: FlaskClient, first: str = "2026-07-06", **more: str) -> dict[str, tuple[int, str, date]]:
    """By uid: how often it has changed, whether it stands, and its day."""
    asked = "&".join(f"{name}={value}" for name, value in more.items())
    data = client.get(f"/api/calendar/calendar.ics?first={first}&days=12&{asked}").data
    return {
        str(one["UID"]): (int(str(one["SEQUENCE"])), str(one["STATUS"]), one.decoded("DTSTART").date())
        for one in icalendar.Calendar.from_ical(data).walk("VEVENT")
    }


def days_of(job: str, sequence: int, status: str, *days: int) -> dict[str, tuple[int, str, date]]:
    """The days of July of a job, as they are told."""
    return {f"{job}-day-{i}@elm-cover": (sequence, status, date(2026, 7, day)) for i, day in enumerate(days, 1)}


def test_a_job_that_moves_moves_in_the_calendar_file_and_one_that_is_gone_is_called_off(client: FlaskClient) -> None:
    job = add(client, "9 Quarry Loop")
    put(client, {"job": job, "crew": "first", "day": "2026-07-07"})
    assert events_of(client) == days_of(job, 0, "CONFIRMED", 7, 8) == events_of(client)
    put(client, {"job": job, "crew": "first", "day": "2026-07-09"})
    assert events_of(client) == days_of(job, 1, "CONFIRMED", 9, 10)
    put(client, {"job": job, "crew": None})
    for _ in range(2):
        assert events_of(client) == days_of(job, 2, "CANCELLED", 9, 10)
    put(client, {"job": job, "crew": "first", "day": "2026-07-09"})
    assert events_of(client) == days_of(job, 3, "CONFIRMED", 9, 10)


def test_a_day_that_a_job_takes_no_more_is_called_off(client: FlaskClient) -> None:
    job = add(client, "9 Quarry Loop")
    put(client, {"job": job, "crew": "first", "day": "2026-07-07"})
    assert len(events_of(client)) == 2
    found = client.get("/api/firm")
    crew = {"crews": [{"id": "first", "name": "Crew 1", "people": 8}]}
    assert client.put("/api/firm", json=crew, headers={"If-Match": found.headers["ETag"]}).status_code == 200
    told = events_of(client)
    assert [told[f"{job}-day-{i}@elm-cover"][:2] for i in (1, 2)] == [(1, "CONFIRMED"), (1, "CANCELLED")]


def test_a_calendar_file_by_crew_tells_its_own_jobs_and_calls_off_what_went_to_another(client: FlaskClient) -> None:
    found = client.get("/api/firm")
    crews = {"crews": [{"id": "alder", "name": "Alder"}, {"id": "birch", "name": "Birch"}]}
    assert client.put("/api/firm", json=crews, headers={"If-Match": found.headers["ETag"]}).status_code == 200
    job = add(client, "9 Quarry Loop")
    put(client, {"job": job, "crew": "alder", "day": "2026-07-08"})
    assert (
        events_of(client, crew="alder") == days_of(job, 0, "CONFIRMED", 8, 9) and events_of(client, crew="birch") == {}
    )
    put(client, {"job": job, "crew": "birch", "day": "2026-07-08"})
    assert events_of(client, crew="alder") == days_of(job, 1, "CANCELLED", 8, 9)
    assert events_of(client, crew="birch") == days_of(job, 0, "CONFIRMED", 8, 9)
    assert client.get("/api/calendar/calendar.ics?crew=cedar").status_code == 422
