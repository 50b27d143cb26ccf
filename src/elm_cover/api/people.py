"""People over HTTP: the office invites them, gives roles, locks and deletes."""

from __future__ import annotations

from dataclasses import asdict

from flask import Response, current_app, jsonify
from flask_openapi3 import Tag

from ..store.people import add_person, all_people, any_people, change_person, delete_person
from ..store.sessions import invite
from .answers.people import Invited, NewPerson, PersonChange, PersonList, PersonPath, PersonTold
from .asking import asking_actor, job_store
from .blueprint import APIBlueprint
from .deeds import tell
from .door import door
from .problems import Problem, problem

people = APIBlueprint("people", __name__, url_prefix="/api/people", abp_tags=[Tag(name="people")])
NOBODY_YET = "Make the first account before others are invited: from then on everybody signs in."


@people.get("", responses={200: PersonList}, summary="Everybody with an account")
def list_people() -> Response:
    return jsonify({"people": [asdict(person) for person in all_people(job_store())]})


@people.post(
    "", responses={201: Invited, 409: Problem, 422: Problem}, summary="Invite somebody: a link, told this once"
)
def invite_somebody(body: NewPerson) -> Response:
    if not any_people(job_store()):
        return problem(409, "Not possible", NOBODY_YET)
    person = add_person(job_store(), body.name, body.role, body.crew, asking_actor())
    response = _invited(person.id)
    response.status_code = 201
    return response


@people.post("/<person_id>/invitation", responses={200: Invited, 404: Problem, 409: Problem}, summary="A new link")
def invite_again(path: PersonPath) -> Response:
    """For who lost the link or forgot the password; what they have now goes on until the link is used."""
    return _invited(path.person_id)


@people.put("/<person_id>", responses={200: PersonTold, 404: Problem, 409: Problem}, summary="Role, crew, lock")
def change_somebody(path: PersonPath, body: PersonChange) -> Response:
    told = {name: value for name, value in body.model_dump(exclude_unset=True).items() if value is not None}
    person = change_person(job_store(), path.person_id, told)
    # What was open with the rights of before ends.
    current_app.extensions["elm_cover_end"]([person.id])
    said = [person.role, *([f"crew {person.crew}"] if person.crew else []), *(["locked"] if person.locked_at else [])]
    tell(what=f"{person.name}: {', '.join(said)}")
    return jsonify(asdict(person))


@people.delete("/<person_id>", responses={204: None, 404: Problem, 409: Problem}, summary="Delete an account")
def delete_somebody(path: PersonPath) -> Response:
    person = delete_person(job_store(), path.person_id)
    current_app.extensions["elm_cover_end"]([person.id])
    tell(what=person.name)
    return Response(status=204)


def _invited(person_id: str) -> Response:
    person, code, ends_at = invite(job_store(), person_id, asking_actor())
    tell(what=f"{person.name}: {person.role}")
    at = door()
    # Behind the #: browsers keep that to themselves, so that no log on the way has it.
    link = f"{at.origin()}{at.prefix}/join#{code}"
    return jsonify({"person": asdict(person), "link": link, "ends_at": ends_at})
