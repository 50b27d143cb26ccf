"""Every route there is, a row each: who may ask for it, how much body it reads, and where it is worked on.

A route that stands on no row is none: the program does not start with one. Written once; the guards, the server and the tests read it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from flask import Flask

from .rights import CHANGE, COME_IN, FIELD, OFFICE, OPEN, READ, SIGNED_IN, WRITE, Right

# Methods that change something.
CHANGES = ("POST", "PUT", "PATCH", "DELETE")
# A job document where one is taken; next to nothing where no body is wanted.
JOB_BYTES, LITTLE_BYTES = 2_000_000, 4_000


# light: answered in a moment on any legal job. computed: worked out here, for some tenths of a second on a large one. heavy: waits for a
# worker, or for a file that takes time; photo: one picture at a time. signing in:
# two hashes at a time.
Lane = Literal["light", "computed", "heavy", "photo", "signing in"]
LIGHT: Lane = "light"
COMPUTED: Lane = "computed"
HEAVY: Lane = "heavy"
PHOTO: Lane = "photo"
SIGNING_IN: Lane = "signing in"


@dataclass(frozen=True, kw_only=True)
class Route:
    """right: who may ask for it. body_bytes: the most it reads of a body. lane: in which threads it is answered, so that what takes
    long is in nobody's way. deed: what the record of who did what says of it, None: nothing."""

    right: Right
    body_bytes: int
    lane: Lane
    deed: str | None = None


def _route(right: Right, body_bytes: int, lane: Lane, deed: str | None = None) -> Route:
    return Route(right=right, body_bytes=body_bytes, lane=lane, deed=deed)


# By method and rule.
ROUTES: Mapping[tuple[str, str], Route] = MappingProxyType(
    {
        ("GET", "/"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/<path:screen>"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/door/"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/door/assets/<path:name>"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/door/trusted"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("POST", "/api/archives"): _route(CHANGE, 300_000_000, HEAVY, "archive_in"),
        ("GET", "/api/calendar"): _route(READ, LITTLE_BYTES, COMPUTED),
        ("PUT", "/api/calendar/busy/<crew>"): _route(OFFICE, JOB_BYTES, LIGHT, "calendar_changed"),
        ("GET", "/api/calendar/calendar.ics"): _route(READ, LITTLE_BYTES, COMPUTED, "file_out"),
        ("GET", "/api/calendar/order.csv"): _route(READ, LITTLE_BYTES, COMPUTED, "file_out"),
        ("GET", "/api/calendar/order.pdf"): _route(READ, LITTLE_BYTES, HEAVY, "file_out"),
        ("PUT", "/api/calendar/places"): _route(OFFICE, 200_000, LIGHT, "calendar_changed"),
        ("POST", "/api/calendar/propose"): _route(OFFICE, 200_000, HEAVY),
        ("PUT", "/api/calendar/weather"): _route(OFFICE, 100_000, LIGHT, "calendar_changed"),
        ("POST", "/api/calendar/weather.csv"): _route(OFFICE, 100_000, LIGHT),
        ("POST", "/api/compare"): _route(READ, 2 * JOB_BYTES, COMPUTED),
        ("POST", "/api/corners"): _route(READ, JOB_BYTES, HEAVY),
        ("GET", "/api/deeds"): _route(OFFICE, LITTLE_BYTES, LIGHT),
        ("GET", "/api/deeds/record.csv"): _route(OFFICE, LITTLE_BYTES, COMPUTED, "file_out"),
        ("GET", "/api/devices"): _route(OFFICE, LITTLE_BYTES, LIGHT),
        ("POST", "/api/devices"): _route(OFFICE, LITTLE_BYTES, LIGHT, "device_made"),
        ("GET", "/api/devices/codes"): _route(OFFICE, LITTLE_BYTES, LIGHT),
        ("POST", "/api/devices/codes"): _route(OFFICE, LITTLE_BYTES, LIGHT, "code_shown"),
        ("DELETE", "/api/devices/codes/<code_id>"): _route(OFFICE, LITTLE_BYTES, LIGHT, "code_ended"),
        ("PUT", "/api/devices/<device_id>"): _route(OFFICE, LITTLE_BYTES, LIGHT, "device_changed"),
        ("POST", "/api/export/<name>"): _route(READ, JOB_BYTES, COMPUTED, "file_out"),
        ("POST", "/api/export/products"): _route(READ, JOB_BYTES, LIGHT, "file_out"),
        ("GET", "/api/field/days"): _route(FIELD, LITTLE_BYTES, COMPUTED),
        ("POST", "/api/field/join"): _route(COME_IN, LITTLE_BYTES, LIGHT),
        ("GET", "/api/firm"): _route(READ, LITTLE_BYTES, LIGHT),
        ("PUT", "/api/firm"): _route(OFFICE, JOB_BYTES, LIGHT, "firm_changed"),
        ("GET", "/api/held"): _route(OFFICE, LITTLE_BYTES, COMPUTED),
        ("POST", "/api/held"): _route(OFFICE, 500_000, LIGHT, "held_settled"),
        ("POST", "/api/import/csv/<what>"): _route(READ, JOB_BYTES, COMPUTED),
        ("POST", "/api/import/dxf"): _route(READ, 10_000_000, HEAVY),
        ("POST", "/api/import/products"): _route(READ, JOB_BYTES, COMPUTED),
        ("GET", "/api/jobs"): _route(READ, LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs"): _route(CHANGE, JOB_BYTES, HEAVY, "job_made"),
        ("GET", "/api/jobs/<job_id>"): _route(READ, LITTLE_BYTES, LIGHT),
        ("PUT", "/api/jobs/<job_id>"): _route(CHANGE, JOB_BYTES, LIGHT, "job_changed"),
        ("DELETE", "/api/jobs/<job_id>"): _route(CHANGE, LITTLE_BYTES, LIGHT, "job_binned"),
        ("GET", "/api/jobs/<job_id>/archive"): _route(CHANGE, LITTLE_BYTES, HEAVY, "archive_out"),
        ("POST", "/api/jobs/<job_id>/bring-out"): _route(CHANGE, LITTLE_BYTES, LIGHT, "job_unbinned"),
        ("POST", "/api/jobs/<job_id>/duplicate"): _route(CHANGE, LITTLE_BYTES, HEAVY, "job_made"),
        ("GET", "/api/jobs/<job_id>/field-pack"): _route(FIELD, LITTLE_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>/handover"): _route(CHANGE, LITTLE_BYTES, HEAVY, "papers_out"),
        ("POST", "/api/jobs/<job_id>/log"): _route(WRITE, JOB_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/log"): _route(FIELD, LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/log/stream"): _route(READ, LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs/<job_id>/papers"): _route(CHANGE, LITTLE_BYTES, HEAVY, "paper_issued"),
        ("GET", "/api/jobs/<job_id>/papers"): _route(READ, LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/papers/<int:number>"): _route(READ, LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/proof"): _route(READ, LITTLE_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>/revisions"): _route(READ, LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/revisions/<int:number>"): _route(READ, LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs/<job_id>/revisions/<int:number>/bring-back"): _route(
            CHANGE, LITTLE_BYTES, LIGHT, "job_changed"
        ),
        ("GET", "/api/jobs/<job_id>/revisions/<int:number>/changes"): _route(READ, LITTLE_BYTES, COMPUTED),
        ("GET", "/api/jobs/<job_id>/run"): _route(READ, LITTLE_BYTES, HEAVY),
        ("GET", "/api/lists"): _route(SIGNED_IN, LITTLE_BYTES, LIGHT),
        ("POST", "/api/load"): _route(READ, JOB_BYTES, HEAVY),
        ("POST", "/api/load.csv"): _route(READ, JOB_BYTES, HEAVY, "file_out"),
        ("GET", "/api/me"): _route(COME_IN, LITTLE_BYTES, LIGHT),
        ("POST", "/api/me/first"): _route(COME_IN, LITTLE_BYTES, SIGNING_IN, "first_account"),
        ("POST", "/api/me/join"): _route(COME_IN, LITTLE_BYTES, SIGNING_IN, "invitation_taken"),
        ("PUT", "/api/me/password"): _route(SIGNED_IN, LITTLE_BYTES, SIGNING_IN, "password_changed"),
        ("GET", "/api/me/sessions"): _route(SIGNED_IN, LITTLE_BYTES, LIGHT),
        ("DELETE", "/api/me/sessions"): _route(SIGNED_IN, LITTLE_BYTES, LIGHT, "signed_out"),
        ("DELETE", "/api/me/sessions/<session_id>"): _route(SIGNED_IN, LITTLE_BYTES, LIGHT, "session_ended"),
        ("POST", "/api/me/sign-in"): _route(COME_IN, LITTLE_BYTES, SIGNING_IN, "signed_in"),
        ("POST", "/api/me/sign-out"): _route(COME_IN, LITTLE_BYTES, LIGHT),
        ("GET", "/api/openapi.json"): _route(READ, LITTLE_BYTES, COMPUTED),
        ("POST", "/api/outline/join"): _route(READ, JOB_BYTES, COMPUTED),
        ("POST", "/api/outline/walk"): _route(READ, 10_000, LIGHT),
        ("GET", "/api/papers"): _route(READ, LITTLE_BYTES, LIGHT),
        ("GET", "/api/papers/keys"): _route(READ, LITTLE_BYTES, LIGHT),
        ("POST", "/api/papers/verify"): _route(READ, 40_000_000, HEAVY),
        ("GET", "/api/people"): _route(OFFICE, LITTLE_BYTES, LIGHT),
        ("POST", "/api/people"): _route(OFFICE, LITTLE_BYTES, LIGHT, "person_invited"),
        ("PUT", "/api/people/<person_id>"): _route(OFFICE, LITTLE_BYTES, LIGHT, "person_changed"),
        ("DELETE", "/api/people/<person_id>"): _route(OFFICE, LITTLE_BYTES, LIGHT, "person_deleted"),
        ("POST", "/api/people/<person_id>/invitation"): _route(OFFICE, LITTLE_BYTES, LIGHT, "person_invited"),
        ("POST", "/api/photos"): _route(WRITE, 15_000_000, PHOTO, "photo_stored"),
        ("GET", "/api/photos/<name>"): _route(FIELD, LITTLE_BYTES, LIGHT),
        ("POST", "/api/plan"): _route(READ, JOB_BYTES, COMPUTED),
        ("GET", "/api/products"): _route(READ, LITTLE_BYTES, LIGHT),
        ("POST", "/api/rack"): _route(READ, JOB_BYTES, HEAVY),
        ("GET", "/api/records"): _route(OFFICE, LITTLE_BYTES, LIGHT),
        ("GET", "/api/setup"): _route(OFFICE, LITTLE_BYTES, HEAVY),
        ("POST", "/api/start"): _route(READ, LITTLE_BYTES, COMPUTED),
        ("GET", "/assets/<path:name>"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/field/"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/field/<path:screen>"): _route(OPEN, LITTLE_BYTES, LIGHT),
        ("GET", "/field/assets/<path:name>"): _route(OPEN, LITTLE_BYTES, LIGHT),
    }
)


class UnlistedRouteError(RuntimeError):
    """A route that stands on no row of the table."""


def route_of(method: str, rule: str) -> Route | None:
    """The row of a route; HEAD and OPTIONS go by GET's. None: there is none such."""
    return ROUTES.get(("GET" if method in ("HEAD", "OPTIONS") else method, rule))


def routes_in(app: Flask) -> set[tuple[str, str]]:
    """Method and rule of every route of the application."""
    return {
        (method, rule.rule)
        for rule in app.url_map.iter_rules()
        for method in (rule.methods or set()) - {"HEAD", "OPTIONS"}
    }


def check_routes(app: Flask) -> None:
    """Raises UnlistedRouteError where a route has no row, or a row no route."""
    here = routes_in(app)
    for found, what in (
        (here - ROUTES.keys(), "has no row in api/routes.py: say how much body it reads and who may ask"),
        (ROUTES.keys() - here, "stands in api/routes.py and is no route of the program: take its row out"),
    ):
        if found:
            raise UnlistedRouteError("; ".join(f"{method} {rule} {what}" for method, rule in sorted(found)))
