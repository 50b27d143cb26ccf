"""Errors as problem details (RFC 9457): what went wrong, at which field, and what is allowed."""

from __future__ import annotations

import logging
import math
from collections.abc import Callable, Sequence
from typing import Any

from flask import Flask, Response, jsonify, request
from peewee import DatabaseError
from pydantic import BaseModel, ValidationError
from werkzeug.exceptions import HTTPException, MethodNotAllowed

from ..formats.photo import NobodyWaitsError, PhotoTooLargeError
from ..job import Fault, JobError
from ..job.faults import faults_of
from ..papers.lettering import LettersMissingError
from ..store.database import StoreError
from ..store.devices import NoSuchDeviceError, TooManyDevicesError
from ..store.firm import StaleFirmError
from ..store.jobs import NoSuchJobError, StaleSaveError
from ..store.joining import NoCodesError
from ..store.papers import NoSuchPaperError
from ..store.people import NoSuchPersonError, PeopleError
from ..store.photos import NoSuchPhotoError
from ..store.revisions import NoSuchRevisionError
from ..store.shelf import NoSuchPageError
from ..store.tries import TooManyTriesError
from .heavy import BusyError, GoneError, TooHeavyError, WorkFailedError

log = logging.getLogger(__name__)


class FieldFault(BaseModel):
    field: str
    text: str


class Problem(BaseModel):
    """Problem details; errors names each faulty field, current is the stored job after a stale save."""

    type: str = "about:blank"
    title: str
    status: int
    detail: str | None = None
    errors: list[FieldFault] = []
    current: dict[str, Any] | None = None


PROBLEM_TYPE = "application/problem+json"
# Who was told that the program is busy may ask again after so long.
RETRY_AFTER_S = 3
# Little in must not make much out: so many faults are told, each so long.
MOST_FAULTS, MOST_LETTERS = 50, 500


def _short(text: str) -> str:
    return text if len(text) <= MOST_LETTERS else text[: MOST_LETTERS - 1] + "…"


def problem(status: int, title: str, detail: str | None = None, **more: Any) -> Response:
    """A problem as a response."""
    body = Problem(title=title, status=status, detail=detail, **more).model_dump(exclude_none=True)
    response = jsonify(body)
    response.status_code = status
    response.content_type = PROBLEM_TYPE
    return response


def invalid(error: ValidationError) -> Response:
    """Input that its model refuses."""
    if not request.is_json and request.method in ("POST", "PUT"):
        return problem(415, "Send JSON", "The body must be JSON, with Content-Type: application/json.")
    if request.is_json and request.get_json(silent=True) is None:
        return problem(400, "Not JSON", "The body could not be read as JSON.")
    return faulty(faults_of(error))


def faulty(faults: Sequence[Fault], status: int = 422, title: str = "Not accepted as it is") -> Response:
    """Fields with what is wrong there, the first of them in the detail."""
    shown = faults[:MOST_FAULTS]
    found = [FieldFault(field=_short(fault.path or "document"), text=_short(fault.text)) for fault in shown]
    if len(faults) > len(shown):
        more = f"and at least {len(faults) - len(shown):,} more; set these right first"
        found.append(FieldFault(field="document", text=more))
    detail = "; ".join(_short(str(fault)) for fault in faults[:3])
    return problem(status, title, detail, errors=found)


def _stale_save(error: StaleSaveError) -> Response:
    current = error.current
    detail = "Your version was not stored. The stored one is in “current”."
    response = problem(412, "Saved by somebody else in between", detail, current=current.told())
    response.set_etag(str(current.saves))
    return response


def _stale_firm(error: StaleFirmError) -> Response:
    detail = "Yours was not kept. What is kept now is in “current”."
    response = problem(412, "Kept by somebody else in between", detail, current=error.current.document)
    response.set_etag(str(error.current.saves))
    return response


# What SQLite says where there is no room or no right to write.
NO_ROOM = ("full",)
NO_RIGHT = ("readonly", "read-only", "disk I/O")


def _database(error: DatabaseError) -> Response:
    log.error("the database refused: %s", error)
    if any(word in str(error) for word in NO_ROOM):
        return problem(
            507,
            "No room",
            f"The disk of the data folder is full ({error}). Make room; what was stored before is untouched.",
        )
    if any(word in str(error) for word in NO_RIGHT):
        return problem(
            507, "Not stored", f"The data folder cannot be written to ({error}). What was stored before can be read."
        )
    way = "What was stored before is untouched; see the data folder, or restore a backup, and start the program again."
    return problem(503, "The database cannot be used", f"{error}. {way}")


def _files(error: OSError) -> Response:
    log.error("the data folder refused: %s", error)
    return problem(507, "Not stored", f"The data folder cannot take it: {error.strerror or type(error).__name__}")


def _unexpected(error: Exception) -> Response:
    log.exception("unexpected error")
    return problem(500, "Something went wrong here", "It is in the program's log. What you entered is not lost.")


def _http(error: HTTPException) -> Response:
    response = problem(error.code or 500, error.name, error.description)
    if isinstance(error, MethodNotAllowed):
        response.headers["Allow"] = ", ".join(sorted(error.valid_methods or ()))
    return response


def _busy(error: BusyError) -> Response:
    response = problem(503, "Busy", str(error))
    response.headers["Retry-After"] = str(RETRY_AFTER_S)
    return response


def _tries(error: TooManyTriesError) -> Response:
    wait_s = max(1, math.ceil(error.wait_s))
    text = f"Too many tries. Wait {math.ceil(wait_s / 60)} min, or ask the office for a new link."
    response = problem(429, "Wait a while", text)
    response.headers["Retry-After"] = str(wait_s)
    return response


# What each error becomes, the nearest class first; none shows a trace.
ANSWERS: tuple[tuple[type[Exception], Callable[[Any], Response]], ...] = (
    (PhotoTooLargeError, lambda error: faulty(error.faults, 413, "Too large")),
    (JobError, lambda error: faulty(error.faults)),
    (LettersMissingError, lambda error: faulty(error.faults, 409, "Letters that no font here has")),
    (NoSuchJobError, lambda _: problem(404, "No such job", "It may be in the bin, or never was.")),
    (
        NoSuchRevisionError,
        lambda _: problem(404, "No such revision", "The job's history has no revision of that number."),
    ),
    (NoSuchPaperError, lambda _: problem(404, "No such paper", "No paper of that number was issued for the job.")),
    (NoSuchPhotoError, lambda _: problem(404, "No such photo", "No photo of that name is stored here.")),
    (NoSuchPersonError, lambda _: problem(404, "No such person", "Nobody of that id has an account here.")),
    (PeopleError, lambda error: problem(409, "Not possible", str(error).capitalize() + ".")),
    (TooManyTriesError, _tries),
    (NoSuchDeviceError, lambda _: problem(404, "No such device", "No device of that id was ever made here.")),
    (TooManyDevicesError, lambda error: problem(409, "Too many devices", str(error).capitalize() + ".")),
    (NoCodesError, lambda error: problem(409, "Too many codes", str(error).capitalize() + ".")),
    (TooHeavyError, lambda error: problem(422, "Too much work for one request", str(error))),
    (BusyError, _busy),
    (NobodyWaitsError, lambda _: problem(503, "Nobody waits for this", "Whoever asked has gone.")),
    (GoneError, lambda _: problem(503, "Nobody waits for this", "Whoever asked has gone.")),
    (WorkFailedError, lambda _: problem(503, "Not worked out", "What worked on it stopped. Ask again.")),
    (
        NoSuchPageError,
        lambda _: faulty([Fault("cursor", "take it as it is from “next” of the page before, with the same sort")]),
    ),
    (StaleSaveError, _stale_save),
    (StaleFirmError, _stale_firm),
    (RecursionError, lambda _: problem(400, "Nested too deeply", "The JSON is nested too deeply to be a job.")),
    (StoreError, lambda error: problem(507, "Not stored", str(error))),
    (DatabaseError, _database),
    (OSError, _files),
    (HTTPException, _http),
    (Exception, _unexpected),
)


def handle_problems(app: Flask) -> None:
    """Every error of the API becomes a problem."""
    for kind, answer in ANSWERS:
        app.register_error_handler(kind, answer)
