"""What a person in the firm is to this program: the one list of roles (design §7). What each may do stands in api/rights.py."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Literal

Role = Literal["office", "estimator", "crew", "reader"]
OFFICE: Role = "office"
CREW: Role = "crew"


@dataclass(frozen=True, kw_only=True)
class RoleRow:
    """title, says: as screens say it. of_a_crew: belongs to one crew and sees that one's jobs alone."""

    title: str
    says: str
    of_a_crew: bool


ROLES: Mapping[Role, RoleRow] = MappingProxyType(
    {
        "office": RoleRow(title="Office", says="everything, people and devices among it", of_a_crew=False),
        "estimator": RoleRow(
            title="Estimator", says="makes and changes jobs, issues papers, reads the calendar", of_a_crew=False
        ),
        "crew": RoleRow(title="Crew", says="days, packs and logs of the jobs its crew is on", of_a_crew=True),
        "reader": RoleRow(title="Reader", says="reads jobs, papers and the calendar, changes nothing", of_a_crew=False),
    }
)
