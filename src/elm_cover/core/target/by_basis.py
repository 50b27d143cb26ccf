"""The R to reach, by the basis that is set (handbook §4)."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from ..base.notebook import Notebook
from ..base.units import ROUNDING_SLACK, eighths, r_value
from ..eaves.eave import Eave
from ..floor.outline import edge_side
from ..given.section import SectionInput
from .scale import HeelTest, heel_tests
from .tables import code_r, raised_heel_r, retrofit_r, wall_r


@dataclass(frozen=True, kw_only=True)
class Target:
    """What is to be reached. r: the full figure, None while something it needs is not known.

    code_r: the code's ceiling figure for zone and edition, whatever the basis. lower_r: what the edition allows instead
    where the full depth stands over every plate. heel_asked: whether that allowance is to be used where it holds.
    asks: (step, field, text) of what is not known.
    """

    code_r: float | None = None
    r: float | None = None
    lower_r: float | None = None
    heel_asked: bool = False
    asks: tuple[tuple[str, str, str], ...] = ()

    def ask(self, notes: Notebook) -> None:
        """Enters the questions that are open."""
        for step, field, text in self.asks:
            notes.ask(step, field, text)

    def at(
        self,
        section: SectionInput,
        eaves: Mapping[int, Eave] | None,
        depth_for: Callable[[float], float],
        notes: Notebook,
    ) -> float | None:
        """The R to reach with what is to be laid: the allowance where it is asked for and every eave passes the test.

        depth_for: fill line in inches that an R asks for with what is to be laid. Source: handbook §4, raised heel.
        """
        if not self.heel_asked or self.lower_r is None or self.r is None or eaves is None:
            return self.r
        depth = depth_for(self.lower_r)
        short = [edge for edge, eave in eaves.items() if eave.room_at_plate_in < depth - ROUNDING_SLACK]
        if not short:
            return self.lower_r
        room = eighths(max(0.0, eaves[short[0]].room_at_plate_in))
        notes.flag(
            "raised_heel_not_met",
            "caution",
            f"The raised-heel allowance does not hold: {r_value(self.lower_r)} needs {eighths(depth)} of room over the "
            f"plate; the {edge_side(section.outline_ft, short[0])} eave has {room}.",
            f"The plan goes by the full {r_value(self.r)}.",
        )
        return self.r

    def tests(
        self, eaves: Mapping[int, Eave] | None, depth_for: Callable[[float], float] | None
    ) -> tuple[HeelTest, ...]:
        """The allowance tested at each eave with what is to be laid; none while that is not known.

        Source: handbook §8, raised-heel test.
        """
        if self.lower_r is None or depth_for is None:
            return ()
        return heel_tests(eaves, depth_for(self.lower_r))


def target_of(section: SectionInput, r_existing: float | None, depth_existing_in: float | None) -> Target:
    """The R to reach by the basis that is set. A slope or a closed floor takes the ceiling's figure, an upright wall the
    code's figure for walls, unless a figure of one's own is set. r_existing, depth_existing_in: of the old fill.

    Source: handbook §4.
    """
    target, zone = section.target, section.zone
    if target is None:
        return Target(asks=(ASK_BASIS,))
    edition = target.edition
    known = (
        {"code_r": None, "lower_r": None}
        if zone is None or edition is None
        else {
            "code_r": code_r(zone, edition),
            "lower_r": raised_heel_r(zone, edition),
        }
    )
    if section.kind == "knee_wall" and target.basis != "custom":
        return Target(r=None if zone is None or edition is None else wall_r(zone, edition))
    if target.basis is None:
        return Target(**known, asks=(ASK_BASIS,))
    if target.basis == "custom":
        return Target(**known, r=target.r, asks=() if target.r is not None else (ASK_R,))
    asks = () if zone is not None else (ASK_ZONE,)
    if target.basis == "retrofit":
        r = None
        if zone is not None and r_existing is not None and depth_existing_in is not None:
            r = retrofit_r(zone, depth_existing_in, r_existing)
        return Target(**known, r=r, asks=asks)
    if edition is None:
        asks = (*asks, ASK_EDITION)
    return Target(**known, r=known["code_r"], heel_asked=target.raised_heel, asks=asks)


ASK_BASIS = ("target", "target.basis", "Which R to reach: by code, by retrofit guidance, or your own?")
ASK_R = ("target", "target.r", "Type the R to reach, 1 to 150")
ASK_ZONE = ("target", "house.climate_zone", "Which climate zone is the house in?")
ASK_EDITION = ("target", "target.edition", "Which edition of the code is adopted here?")
