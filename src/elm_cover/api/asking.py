"""Who asks: this machine itself, somebody who signed in, a device with a token, or nobody; and what they may ask for (api/rights.py)."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import dataclass

from flask import Flask, Response, current_app, g, request
from peewee import DatabaseError

from ..store.crews import crew_has_job, crew_has_photo
from ..store.devices import Device, device_of, seen
from ..store.jobs import JobStore
from ..store.log import DESK, PERSON
from ..store.people import any_people
from ..store.sessions import session_of
from .door import cookie_told
from .problems import problem
from .rights import COME_IN, Who
from .routes import CHANGES, ROUTES, Route, route_of

ACTOR = "local"
BEARER = "bearer"
LAST_KNOWN = "elm_cover_accounts"
# Of our own pages alone: another site's page cannot send it without being asked first, and is refused then.
OUR_HEADER = "X-Elm-Cover"
# A phone says with it how many entries and photos it holds unsent: "12+1".
HOLDS_HEADER = "X-Elm-Cover-Holds"
HOLDS = re.compile(r"(\d{1,6})\+(\d{1,6})")
TAKEN_OFF = (
    "This device was taken off the list, or never stood on it. What it holds stays on it: join it again at the desk."
)


@dataclass(frozen=True)
class Asker:
    """who: by the table of rights. name: what records tell; id: of the person or device, empty for this machine and for nobody. crew:
    whose jobs alone it sees, None: all. session: of the person, by which it ends."""

    who: Who
    name: str
    id: str = ""
    crew: str | None = None
    session: str | None = None


@dataclass(frozen=True)
class Asked:
    """whose: the ids by which what goes on is ended. still: whether who asked may still."""

    whose: tuple[str, ...]
    still: Callable[[], bool]


NOBODY = Asker("nobody", "")
HERE = Asker("office", ACTOR)


def asker() -> Asker:
    """Who asks for what is being answered."""
    found: Asker = g.get("asker", NOBODY)
    return found


def asking_actor() -> str:
    """Who asks, by name."""
    return asker().name


def asking_sender() -> str:
    """Who is kept as the sender of entries: a device by its id, somebody who signed in by theirs."""
    found = asker()
    if found.who in ("device", "gone"):
        return found.id
    return DESK if found.session is None else PERSON + found.id


def brings_anybodys() -> bool:
    """Whether who asks may bring entries of any device, from a file say."""
    return asker().who in ("office", "estimator")


def as_long_as() -> Asked:
    """What a stream needs that goes on after its request: whose it is, so that it ends with them, and a look whether they may still ask."""
    found, store = asker(), job_store()
    cookie, told = cookie_told(), request.headers.get("Authorization", "")

    def still() -> bool:
        if found.who == "device":
            device = device_of(store, told.partition(" ")[2].strip())
            return device is not None and device.revoked_at is None and device.crew == found.crew
        if found.session is None:
            return not any_people(store)
        now = session_of(store, cookie or "")
        return now is not None and (now[1].role, now[1].crew) == (found.who, found.crew)

    return Asked(tuple(filter(None, (found.id, found.session))), still)


def job_store() -> JobStore:
    """The store behind the running application."""
    store: JobStore = current_app.extensions["elm_cover_store"]
    return store


def guard_rights(app: Flask) -> None:
    """Nobody asks for what they have no right to. What is on no row of the table of routes is answered to nobody but with a 404."""

    @app.before_request
    def _may() -> Response | None:
        found = _whose()
        if isinstance(found, Response):
            return found
        g.asker = found
        row = None if request.url_rule is None else route_of(request.method, request.url_rule.rule)
        return None if row is None else _refused(found, row)


def _whose() -> Asker | Response:
    """Raises nothing: who is not known is nobody, unless they say that they are somebody. Pages are everybody's."""
    if not request.path.startswith("/api/"):
        return NOBODY
    told = request.headers.get("Authorization")
    if told is not None:
        scheme, _, token = told.partition(" ")
        device = device_of(job_store(), token.strip()) if scheme.lower() == BEARER else None
        return problem(401, "Unknown device", TAKEN_OFF) if device is None else _device(device)
    cookie = cookie_told()
    if cookie is not None:
        found = session_of(job_store(), cookie)
        if found is not None:
            session, person = found
            return Asker(person.role, person.name, person.id, person.crew, session.id)
    if _accounts():
        return NOBODY
    through = _proxy_header()
    if through is None:
        return HERE
    text = f"This came through a proxy ({through}), and nobody can say from whom. Only devices with a token are answered through one, until there are accounts."
    return problem(403, "Not from this machine", text)


def _device(device: Device) -> Asker:
    """With a word of what it holds, where it says so."""
    told = HOLDS.fullmatch(request.headers.get(HOLDS_HEADER, ""))
    seen(job_store(), device, None if told is None else (int(told[1]), int(told[2])))
    return Asker("device" if device.revoked_at is None else "gone", device.name, device.id, device.crew)


def _accounts() -> bool:
    """Whether there are accounts. A database that breaks while the program runs is as it was last: what needs none goes on."""
    known = current_app.extensions
    try:
        known[LAST_KNOWN] = any_people(job_store())
    except DatabaseError:
        if LAST_KNOWN not in known:
            raise
    return bool(known[LAST_KNOWN])


def _proxy_header() -> str | None:
    """Who comes through a proxy is not this machine, though the proxy may stand on it."""
    for name in request.headers.keys():  # noqa: SIM118 – its items are pairs
        if name.lower() == "forwarded" or name.lower().startswith("x-forwarded-"):
            return name
    return None


def _refused(found: Asker, row: Route) -> Response | None:
    if (
        request.method in CHANGES
        and (found.session is not None or row.right is COME_IN)
        and OUR_HEADER not in request.headers
    ):
        text = f"Changes are taken from this program's own pages alone, which send {OUR_HEADER} with them."
        return problem(403, "Asked by another page", text)
    reach = row.right.reach.get(found.who)
    if reach is None:
        return _no_right(found)
    if reach in ("all", "each") or found.crew is None:
        return None
    named = request.view_args or {}
    if "job_id" in named and not crew_has_job(job_store(), found.crew, named["job_id"]):
        text = (
            "The job stands with another crew on the calendar, or with none. What this device holds of it stays on it."
        )
        return problem(403, "Not a job of this crew", text)
    if row is PHOTO_ROW and not crew_has_photo(job_store(), found.crew, named["name"]):
        return problem(403, "Not a photo of this crew's jobs", "It belongs to a job of another crew, or to none yet.")
    return None


PHOTO_ROW = ROUTES["GET", "/api/photos/<name>"]


def _no_right(found: Asker) -> Response:
    if found.who == "nobody":
        return problem(401, "Not signed in", "Sign in to go on; what you have not saved yet is kept on this page.")
    if found.who == "gone":
        return problem(401, "Unknown device", TAKEN_OFF)
    if found.who == "device":
        text = "A device reads its days, its packs and its log; the rest is done at the desk."
        return problem(403, "Not for a device", text)
    text = f"Your account ({found.who}) may not do this. Somebody of the office can, or can give you another role."
    return problem(403, "No right to it", text)
