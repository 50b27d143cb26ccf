"""Signing in and out, and one's own account: password, where one is signed in."""

from __future__ import annotations

from dataclasses import asdict

from flask import Response, current_app, jsonify, request
from flask_openapi3 import Tag

from ..store.passwords import checked, hashed, is_right
from ..store.people import PeopleError, Person, add_first, all_people, known_as
from ..store.sessions import (
    begin_session,
    change_password,
    end_sessions,
    hash_of,
    invited,
    sessions_of,
    take_up,
)
from ..store.tries import count_try, forget_tries
from .answers.people import First, Join, Me, NewPassword, SessionList, SessionPath, SignIn
from .asking import HERE, asker, job_store
from .blueprint import APIBlueprint
from .deeds import tell
from .door import give_cookie, take_cookie
from .problems import Problem, problem
from .rights import RIGHTS

me = APIBlueprint("me", __name__, url_prefix="/api/me", abp_tags=[Tag(name="me")])
# The same words whoever it is: whether an account exists, is locked or never chose a password is nobody's business.
WRONG = "Name and password do not go together. After several tries one has to wait a while; the office can send you a new link."


@me.get("", responses={200: Me}, summary="Who asks, and what they may do")
def who_asks() -> Response:
    return _told(asker().id)


def _told(person_id: str) -> Response:
    local = asker() == HERE and not person_id
    person = next((one for one in all_people(job_store()) if one.id == person_id), None) if person_id else None
    who = "office" if local else asker().who if person is None else person.role
    rights = [right.name for right in RIGHTS if who in right.reach]
    return jsonify(
        {"local": local, "person": None if person is None else asdict(person), "rights": rights, "first": local}
    )


def _address() -> str:
    return request.remote_addr or ""


def _agent() -> str:
    return request.headers.get("User-Agent", "")


def _in(found: tuple[Person, str], kind: str) -> Response:
    person, token = found
    tell(kind=kind, what=person.name, doer=(person.name, person.id))
    return give_cookie(_told(person.id), token)


@me.post("/sign-in", responses={200: Me, 401: Problem, 429: Problem}, summary="Sign in")
def sign_in(body: SignIn) -> Response:
    store, name = job_store(), known_as(body.name)
    count_try(store, name, _address())
    known = hash_of(store, name)
    right = is_right(None if known is None else known[1], body.password)
    found = begin_session(store, *known, _address(), _agent()) if known is not None and right else None
    if found is None:
        # Whom it was about is told where there is such a person; what else was typed may have been a password.
        tell(kind="sign_in_refused", what="" if known is None else body.name)
        return problem(401, "Not signed in", WRONG)
    forget_tries(store, name, _address())
    return _in(found, "signed_in")


@me.post("/first", responses={200: Me, 403: Problem, 409: Problem, 422: Problem}, summary="Make the first account")
def first_account(body: First) -> Response:
    """On this machine itself alone, and only while there is none."""
    if asker() != HERE:
        return problem(
            403, "Not from this machine", "The first account is made on the machine that the program runs on."
        )
    password = hashed(checked(body.password, body.name))
    person = add_first(job_store(), body.name, password)
    found = begin_session(job_store(), person.id, password, _address(), _agent())
    if found is None:
        raise PeopleError("the account was changed meanwhile: sign in")
    return _in(found, "first_account")


@me.post("/join", responses={200: Me, 410: Problem, 422: Problem, 429: Problem}, summary="Take an invitation up")
def join(body: Join) -> Response:
    store = job_store()
    count_try(store, "an invitation", _address())
    person = invited(store, body.code)
    if person is None:
        return _over()
    forget_tries(store, "an invitation", _address())
    found = take_up(store, body.code, hashed(checked(body.password, person.name)), _address(), _agent())
    if found is None:
        return _over()
    current_app.extensions["elm_cover_end"]([person.id])
    return _in(found, "invitation_taken")


def _over() -> Response:
    return problem(
        410, "The invitation is over", "It was used, has ended, or never was. Ask the office for a new link."
    )


@me.post("/sign-out", responses={204: None}, summary="Sign out here")
def sign_out() -> Response:
    me_ = asker()
    if me_.session is not None:
        _ended(end_sessions(job_store(), me_.id, only=me_.session))
        tell(kind="signed_out", what=me_.name)
    return take_cookie(Response(status=204))


@me.put("/password", responses={204: None, 403: Problem, 422: Problem, 429: Problem}, summary="Change one's password")
def new_password(body: NewPassword) -> Response:
    """Every other sign-in of one's own ends."""
    me_, store = asker(), job_store()
    if me_.session is None:
        return _no_account()
    name = known_as(me_.name)
    count_try(store, name, _address())
    known = hash_of(store, name)
    if known is None or not is_right(known[1], body.old):
        return problem(403, "Not changed", "The old password is another one.")
    ended = change_password(store, me_.id, known[1], hashed(checked(body.new, me_.name, "new")), me_.session)
    if ended is None:
        return problem(403, "Not changed", "It was changed meanwhile, somewhere else.")
    forget_tries(store, name, _address())
    _ended(ended)
    tell(kind="password_changed", what=me_.name)
    return Response(status=204)


@me.get("/sessions", responses={200: SessionList}, summary="Where one is signed in")
def read_sessions() -> Response:
    me_ = asker()
    found = sessions_of(job_store(), me_.id) if me_.session is not None else []
    return jsonify(
        {"sessions": [{**asdict(one), "this": one.id == me_.session, "on": _on(one.agent)} for one in found]}
    )


def _on(agent: str) -> str:
    """The kind of machine a browser says it runs on: of a phone it says «Mobi», whoever made it."""
    if not agent:
        return "unknown"
    return "phone" if "Mobi" in agent else "computer"


@me.delete("/sessions", responses={204: None}, summary="Sign out everywhere")
def sign_out_everywhere() -> Response:
    me_ = asker()
    if me_.session is None:
        return _no_account()
    _ended(end_sessions(job_store(), me_.id))
    tell(kind="signed_out", what="everywhere")
    return take_cookie(Response(status=204))


@me.delete("/sessions/<session_id>", responses={204: None}, summary="Sign out somewhere else")
def end_session(path: SessionPath) -> Response:
    me_ = asker()
    if me_.session is None:
        return _no_account()
    _ended(end_sessions(job_store(), me_.id, only=path.session_id))
    tell(kind="session_ended", what=me_.name)
    response = Response(status=204)
    return take_cookie(response) if path.session_id == me_.session else response


def _ended(sessions: list[str]) -> None:
    current_app.extensions["elm_cover_end"](sessions)


def _no_account() -> Response:
    return problem(
        409, "No account", "This machine is not signed in with an account; there is nothing of one's own yet."
    )
