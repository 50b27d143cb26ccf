"""Every route there is, a row each: how much body it reads, who besides the desk may ask for it, and where it is worked on.

A route that stands on no row is none: the program does not start with one. Written once; the guards, the server and the tests read it.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from flask import Flask

# A job document where one is taken; next to nothing where no body is wanted.
JOB_BYTES, LITTLE_BYTES = 2_000_000, 4_000


# light: answered in a moment on any legal job. computed: worked out here, for some tenths of a second on a large one. heavy: waits for a
# worker, or for a file that takes time; photo: one picture at a time.
Lane = Literal["light", "computed", "heavy", "photo"]
LIGHT: Lane = "light"
COMPUTED: Lane = "computed"
HEAVY: Lane = "heavy"
PHOTO: Lane = "photo"


@dataclass(frozen=True, kw_only=True)
class Route:
    """body_bytes: the most it reads of a body. device: a device with a token may ask for it; the rest is the desk's. lane: in which
    threads it is answered, so that what takes long is in nobody's way."""

    body_bytes: int
    device: bool
    lane: Lane


def _desk(body_bytes: int, lane: Lane) -> Route:
    return Route(body_bytes=body_bytes, device=False, lane=lane)


def _both(body_bytes: int, lane: Lane) -> Route:
    return Route(body_bytes=body_bytes, device=True, lane=lane)


# By method and rule.
ROUTES: Mapping[tuple[str, str], Route] = MappingProxyType(
    {
        ("GET", "/"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/<path:screen>"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/archives"): _desk(300_000_000, HEAVY),
        ("GET", "/api/calendar"): _desk(LITTLE_BYTES, COMPUTED),
        ("PUT", "/api/calendar/busy/<crew>"): _desk(JOB_BYTES, LIGHT),
        ("GET", "/api/calendar/calendar.ics"): _desk(LITTLE_BYTES, COMPUTED),
        ("GET", "/api/calendar/order.csv"): _desk(LITTLE_BYTES, COMPUTED),
        ("GET", "/api/calendar/order.pdf"): _desk(LITTLE_BYTES, HEAVY),
        ("PUT", "/api/calendar/places"): _desk(200_000, LIGHT),
        ("POST", "/api/calendar/propose"): _desk(200_000, HEAVY),
        ("PUT", "/api/calendar/weather"): _desk(100_000, LIGHT),
        ("POST", "/api/calendar/weather.csv"): _desk(100_000, LIGHT),
        ("POST", "/api/compare"): _desk(2 * JOB_BYTES, COMPUTED),
        ("POST", "/api/corners"): _desk(JOB_BYTES, HEAVY),
        ("GET", "/api/devices"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/devices"): _desk(LITTLE_BYTES, LIGHT),
        ("PUT", "/api/devices/<device_id>"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/export/<name>"): _desk(JOB_BYTES, COMPUTED),
        ("POST", "/api/export/products"): _desk(JOB_BYTES, LIGHT),
        ("GET", "/api/field/days"): _both(LITTLE_BYTES, COMPUTED),
        ("GET", "/api/firm"): _desk(LITTLE_BYTES, LIGHT),
        ("PUT", "/api/firm"): _desk(JOB_BYTES, LIGHT),
        ("POST", "/api/import/csv/<what>"): _desk(JOB_BYTES, COMPUTED),
        ("POST", "/api/import/dxf"): _desk(10_000_000, HEAVY),
        ("POST", "/api/import/products"): _desk(JOB_BYTES, COMPUTED),
        ("GET", "/api/jobs"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs"): _desk(JOB_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>"): _desk(LITTLE_BYTES, LIGHT),
        ("PUT", "/api/jobs/<job_id>"): _desk(JOB_BYTES, LIGHT),
        ("DELETE", "/api/jobs/<job_id>"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/archive"): _desk(LITTLE_BYTES, HEAVY),
        ("POST", "/api/jobs/<job_id>/bring-out"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs/<job_id>/duplicate"): _desk(LITTLE_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>/field-pack"): _both(LITTLE_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>/handover"): _desk(LITTLE_BYTES, HEAVY),
        ("POST", "/api/jobs/<job_id>/log"): _both(JOB_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/log"): _both(LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/log/stream"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs/<job_id>/papers"): _desk(LITTLE_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>/papers"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/papers/<int:number>"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/proof"): _desk(LITTLE_BYTES, HEAVY),
        ("GET", "/api/jobs/<job_id>/revisions"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/revisions/<int:number>"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/jobs/<job_id>/revisions/<int:number>/bring-back"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/api/jobs/<job_id>/revisions/<int:number>/changes"): _desk(LITTLE_BYTES, COMPUTED),
        ("GET", "/api/jobs/<job_id>/run"): _desk(LITTLE_BYTES, HEAVY),
        ("GET", "/api/lists"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/load"): _desk(JOB_BYTES, HEAVY),
        ("POST", "/api/load.csv"): _desk(JOB_BYTES, HEAVY),
        ("GET", "/api/openapi.json"): _desk(LITTLE_BYTES, COMPUTED),
        ("POST", "/api/outline/join"): _desk(JOB_BYTES, COMPUTED),
        ("POST", "/api/outline/walk"): _desk(10_000, LIGHT),
        ("GET", "/api/papers"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/api/papers/keys"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/papers/verify"): _desk(40_000_000, HEAVY),
        ("POST", "/api/photos"): _both(15_000_000, PHOTO),
        ("GET", "/api/photos/<name>"): _both(LITTLE_BYTES, LIGHT),
        ("POST", "/api/plan"): _desk(JOB_BYTES, COMPUTED),
        ("GET", "/api/products"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/rack"): _desk(JOB_BYTES, HEAVY),
        ("GET", "/api/records"): _desk(LITTLE_BYTES, LIGHT),
        ("POST", "/api/start"): _desk(LITTLE_BYTES, COMPUTED),
        ("GET", "/assets/<path:name>"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/field/"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/field/<path:screen>"): _desk(LITTLE_BYTES, LIGHT),
        ("GET", "/field/assets/<path:name>"): _desk(LITTLE_BYTES, LIGHT),
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
