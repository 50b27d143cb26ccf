"""The calendar over HTTP: crews × days, jobs placed and proposed, weather and busy times, the week's order."""

from __future__ import annotations

import pickle
from collections.abc import Iterator
from datetime import UTC, date, datetime, timedelta
from typing import Any

from flask import Response, jsonify, request
from flask_openapi3 import Tag
from pydantic_core import to_jsonable_python

from ..core.schedule import BoardBar, Proposal, clock_hours
from ..formats.calendar_ics import Event, read_busy, write_calendar
from ..formats.order_csv import read_weather, write_order
from ..job import Fault, JobError
from ..papers.purchase_list import purchase_list
from ..store.calendar import Busy, StoredWeather, keep_busy, keep_weather, place_all, unplace
from ..store.jobs import JobStore
from ..store.told_events import tell_events
from .answers.calendar import (
    CalendarAnswer,
    CalendarFileQuery,
    CalendarQuery,
    CountAnswer,
    CrewPath,
    PlacesAsked,
    ProposalAnswer,
    ProposeAsked,
    WeatherAsked,
)
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .calendar_board import StoredBoard, ordered, puzzle, solved_puzzle, stored_board, told_line
from .heavy import LONG, in_a_worker
from .problems import Problem

calendar = APIBlueprint("calendar", __name__, url_prefix="/api/calendar", abp_tags=[Tag(name="calendar")])
# How far ahead a crew's own calendar is read.
AHEAD = timedelta(days=400)


def today() -> date:
    """The day by this machine's clock."""
    return datetime.now().astimezone().date()


def _board_asked(query: CalendarQuery) -> tuple[date, date, StoredBoard]:
    """First and last day asked for, and the board of these days."""
    first = query.first or today()
    return first, first + timedelta(days=query.days - 1), stored_board(job_store(), first, query.days, today())


def _file(content: bytes, mimetype: str, name: str) -> Response:
    return Response(content, mimetype=mimetype, headers={"Content-Disposition": f'attachment; filename="{name}"'})


@calendar.get("", responses={200: CalendarAnswer, 422: Problem}, summary="Crews × days from a day on")
def read(query: CalendarQuery) -> Response:
    first, last, made = _board_asked(query)
    by_id = {line.id: line for line in made.lines}
    placed = {one.bar.placed.job for one in made.board.bars}
    people = made.at_work[0].people if made.at_work else 2
    answer = {
        "first": first,
        "today": today(),
        "hours": made.board.hours,
        "days": made.board.days,
        "crews": [
            {
                "id": crew.id,
                "name": crew.name,
                "people": crew.people,
                "machine": crew.machine,
                "off": [day.day for day in made.board.days if not at_work.works(day.day)],
            }
            for crew, at_work in zip(made.crews, made.at_work, strict=True)
        ],
        "kept_crews": bool(made.firm.crews),
        "bars": [
            told_line(by_id[one.bar.placed.job])
            | {
                "crew": one.bar.placed.crew,
                "day": one.bar.placed.day,
                "half": one.bar.placed.half,
                "halves": [{"day": day, "half": half} for day, half in one.bar.halves],
                "hours": one.hours,
                "work_h": one.work_h,
                "stretches": one.bar.plan.stretches,
                "conflicts": one.conflicts,
                "notes": one.notes,
            }
            for one in made.board.bars
            if one.bar.last >= first
        ],
        "waiting": [
            told_line(by_id[job.id]) | {"hours": clock_hours(job.tasks, people)}
            for job in made.jobs
            if job.id not in placed
        ],
        "order": ordered(made, first, last),
        "making": job_store().stale(),
    }
    return jsonify(to_jsonable_python(answer))


@calendar.put(
    "/places", responses={200: CountAnswer, 404: Problem, 422: Problem}, summary="Place jobs, or take them off"
)
def put_places(body: PlacesAsked) -> Response:
    """All of them or none. What breaks a rule is placed all the same, and shown as such."""
    faults = [
        Fault(f"places[{i}].day", "is needed with a crew: the first day of the job")
        for i, one in enumerate(body.places)
        if one.crew is not None and one.day is None
    ]
    if faults:
        raise JobError(faults)
    store = job_store()
    placed = [(p.job, p.crew, p.day, p.half) for p in body.places if p.crew is not None and p.day is not None]
    place_all(store, placed, asking_actor())
    unplace(store, [p.job for p in body.places if p.crew is None])
    return jsonify({"count": len(body.places)})


@calendar.post("/propose", responses={200: ProposalAnswer, 422: Problem}, summary="Where the jobs would best stand")
def post_propose(body: ProposeAsked) -> Response:
    made = stored_board(job_store(), body.first, body.days, today())
    packed = pickle.dumps(puzzle(made, body.jobs))
    found: Proposal = pickle.loads(in_a_worker(solved_puzzle, "", packed, LONG))  # what our own worker has packed
    answer = {
        "places": [
            {"job": one.placed.job, "crew": one.placed.crew, "day": one.placed.day, "half": one.placed.half}
            for one in found.bars
        ],
        "unplaced": found.unplaced,
        "by": found.by,
        "proved": found.proved,
        "late_days": found.late_days,
        "hot_h": found.hot_h,
        "reasons": found.reasons,
    }
    return jsonify(to_jsonable_python(answer))


@calendar.put("/weather", responses={200: CountAnswer, 422: Problem}, summary="Keep highs and lows of days")
def put_weather(body: WeatherAsked) -> Response:
    faults = []
    for i, one in enumerate(body.days):
        if (one.high_f is None) != (one.low_f is None):
            faults.append(Fault(f"days[{i}].high_f", "high and low go together; leave out both to forget the day"))
        elif one.dew_f is not None and (one.low_f is None or one.high_f is None or one.dew_f > one.high_f):
            faults.append(Fault(f"days[{i}].dew_f", "the dew point goes with high and low, and is not over the high"))
        elif one.high_f is not None and one.low_f is not None and one.low_f > one.high_f:
            faults.append(
                Fault(f"days[{i}].low_f", f"is over the high of {one.high_f:g} °F; the low is the cooler one")
            )
    if faults:
        raise JobError(faults)
    kept = [
        StoredWeather(one.day, one.high_f, one.low_f, "typed", one.dew_f)
        for one in body.days
        if one.high_f is not None and one.low_f is not None
    ]
    keep_weather(job_store(), kept, [one.day for one in body.days if one.high_f is None])
    return jsonify({"count": len(body.days)})


@calendar.post(
    "/weather.csv",
    responses={200: CountAnswer, 422: Problem},
    summary="Keep weather from a CSV: day, high_f, low_f, and dew_f where it is known",
)
def post_weather() -> Response:
    found = read_weather(request.get_data().decode("utf-8-sig", errors="replace"))
    keep_weather(job_store(), [StoredWeather(one.day, one.high_f, one.low_f, "read", one.dew_f) for one in found])
    return jsonify({"count": len(found)})


@calendar.put(
    "/busy/<crew>", responses={200: CountAnswer, 422: Problem}, summary="When a crew is busy, by its iCalendar file"
)
def put_busy(path: CrewPath) -> Response:
    """Takes the place of what was read before. Counted are stretches of days from a month ago to some thirteen months ahead."""
    first = today() - timedelta(days=31)
    found = read_busy(request.get_data(), first, today() + AHEAD)
    keep_busy(job_store(), path.crew, [Busy(path.crew, one.first, one.last, one.what) for one in found])
    return jsonify({"count": len(found)})


@calendar.get("/calendar.ics", responses={200: None, 422: Problem}, summary="The calendar as an iCalendar file")
def read_ics(query: CalendarFileQuery) -> Response:
    first, last, made = _board_asked(query)
    if query.crew is not None and query.crew not in {crew.id for crew in made.crews}:
        raise JobError([Fault("crew", f"“{query.crew}” is none: {', '.join(crew.id for crew in made.crews)}")])
    named = f"-{query.crew}" if query.crew and query.crew.isascii() and query.crew.isalnum() else ""
    content = calendar_file(job_store(), made, first, last, query.crew)
    return _file(content, "text/calendar", f"calendar-{first.isoformat()}{named}.ics")


def calendar_file(store: JobStore, made: StoredBoard, first: date, last: date, crew: str | None = None) -> bytes:
    """The jobs of these days as an iCalendar file: an event for each job and day of it; and what was told before and is no more, called
    off. crew: its jobs alone."""
    bars = [one for one in made.board.bars if crew in (None, one.bar.placed.crew)]
    events = {uid: event for one in bars for uid, event in _events(made, one)}
    told = tell_events(store, crew or "", first.isoformat(), last.isoformat(), events)
    found = [
        Event(
            uid=one.uid,
            sequence=one.sequence,
            off=one.off,
            **{**one.event, "day": date.fromisoformat(one.event["day"])},
        )
        for one in told
    ]
    return write_calendar(found, datetime.now(UTC))


def _events(made: StoredBoard, one: BoardBar) -> Iterator[tuple[str, dict[str, Any]]]:
    """Of a job on the board, each of its days by a name that stays: the job and which of its days it is."""
    names = {crew.id: crew.name for crew in made.crews}
    line = told_line(next(line for line in made.lines if line.id == one.bar.placed.job))
    for number, day in enumerate(dict.fromkeys(day for day, _ in one.bar.halves), 1):
        pieces = [piece for piece in one.bar.plan.stretches if piece.day == number]
        if not pieces:
            continue
        text = [f"{piece.what}" for piece in pieces] + [conflict.text for conflict in one.conflicts]
        yield (
            f"{line['job']}-day-{number}@elm-cover",
            {
                "title": line["name"],
                "crew": names.get(one.bar.placed.crew, "a crew that is gone"),
                "day": day.isoformat(),
                "from_h": pieces[0].from_h,
                "to_h": pieces[-1].to_h,
                "where": line["address"] or "",
                "text": "\n".join(text),
            },
        )


@calendar.get("/order.csv", responses={200: None, 422: Problem}, summary="What to order for these days, as CSV")
def read_order(query: CalendarQuery) -> Response:
    first, last, made = _board_asked(query)
    text = write_order(ordered(made, first, last))
    return _file(text.encode("utf-8-sig"), "text/csv", f"order-{first.isoformat()}.csv")


@calendar.get("/order.pdf", responses={200: None, 422: Problem}, summary="What to order for these days, as PDF")
def read_order_pdf(query: CalendarQuery) -> Response:
    first, last, made = _board_asked(query)
    content = purchase_list(made.firm.card.name or "", ordered(made, first, last), first, last, today())
    return _file(content, "application/pdf", f"order-{first.isoformat()}.pdf")
