"""Made-up people of the demo, one of each role, who all sign in with the same password: on this machine alone, beside made-up jobs."""

from __future__ import annotations

from pathlib import Path

from ..formats.headline import headline
from ..job.roles import ROLES, Role
from ..store.firm import read_firm
from ..store.jobs import JobStore
from ..store.passwords import hashed
from ..store.people import add_first, add_person, any_people
from ..store.sessions import set_password

PASSWORD = "three green ladders"
NAMES: dict[Role, str] = {"office": "Ana Ortiz", "estimator": "Bo Lind", "crew": "Cy Marsh", "reader": "Di Vance"}


def add_demo_people(folder: Path) -> str:
    """Gives a data folder without accounts its people. What to say of them, with their password."""
    store = JobStore(folder, headline)
    if not any_people(store):
        kept = hashed(PASSWORD)
        office = add_first(store, NAMES["office"], kept)
        crew = read_firm(store).document["crews"][0]["id"]
        for role in NAMES:
            if role != "office":
                person = add_person(store, NAMES[role], role, crew if ROLES[role].of_a_crew else None, office.name)
                set_password(store, person.id, kept)
    who = ", ".join(f"{name} ({ROLES[role].title.lower()})" for role, name in NAMES.items())
    return f"Made-up people: {who}. Each signs in with “{PASSWORD}”."
