"""Who may do what: role × what a route is for × one's own or another crew's job. Written once; the guard, docs/security.md and the
tests read it. What stands in no right nobody may do (design §7).
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

from ..job.roles import ROLES, Role

# A device with a token; gone: one that was taken off the list not long ago; nobody: who did not sign in.
Who = Role | Literal["device", "gone", "nobody"]
WHO: tuple[Who, ...] = ("office", "estimator", "crew", "reader", "device", "gone", "nobody")
# all: whichever job; own: where a job is meant, one that stands with its own crew on the calendar; each: whichever job, but every entry is
# judged by when it was written, and what is not believed is held for the office (api/believing.py).
Reach = Literal["all", "own", "each"]
ALL: Reach = "all"
OWN: Reach = "own"
EACH: Reach = "each"


@dataclass(frozen=True, kw_only=True)
class Right:
    """name, says: as docs/security.md says it. reach: of everybody who has it; who stands not there has not."""

    name: str
    says: str
    reach: Mapping[Who, Reach]


def _right(
    name: str, says: str, *, everything: tuple[Who, ...] = (), own: tuple[Who, ...] = (), each: tuple[Who, ...] = ()
) -> Right:
    found: dict[Who, Reach] = {
        **dict.fromkeys(everything, ALL), **dict.fromkeys(own, OWN), **dict.fromkeys(each, EACH),
    }  # fmt: skip
    return Right(name=name, says=says, reach=MappingProxyType(found))


OPEN = _right("open", "the pages themselves, without anything of a job", everything=WHO)
COME_IN = _right("come in", "sign in and out, take an invitation up", everything=(*ROLES, "nobody"))
SIGNED_IN = _right("signed in", "one's own account", everything=(*ROLES,))
READ = _right(
    "read", "jobs, papers, calendar and firm; figures of what was read", everything=("office", "estimator", "reader")
)
CHANGE = _right("change", "make, change and bin jobs, issue papers, hand over", everything=("office", "estimator"))
OFFICE = _right("office", "firm, calendar, people, devices, the record", everything=("office",))
FIELD = _right(
    "field", "days, packs, logs and photos", everything=("office", "estimator", "reader"), own=("crew", "device")
)
WRITE = _right(
    "write", "add to logs, store photos", everything=("office", "estimator"), each=("crew", "device", "gone")
)
RIGHTS = (OPEN, COME_IN, SIGNED_IN, READ, CHANGE, OFFICE, FIELD, WRITE)
