"""The old fill of one floor: as it lies, what was decided about it, and what clearing it out takes (handbook §5)."""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..base.arrays import Floats
from ..base.memory import Itself, remembered
from ..base.notebook import Notebook
from ..floor.grid import Grid
from ..given.section import SectionInput
from ..hazards.stops import marked
from ..layers.layer import Layer
from ..layers.places import Places
from ..layers.stack import depth_of
from ..old_fill.as_it_lies import NO_CREDIT, layers_today, needs_board, r_as_it_lies
from ..old_fill.keep_or_clear import Removal, only_batts, removal
from ..old_fill.readings import ReadingsPlan, depth_map_on, summary, usable
from .site import Site, ask_for_board

# What was found beside its map.
FOUND_BYTES = 5_000
# What becomes of the old fill where the method says so.
BY_METHOD = {"lift_and_fill": "lift", "clear_and_blow": "clear"}


@dataclass(frozen=True, eq=False, kw_only=True)
class OldFill:
    """What lies there today. today: its layers, None while not known. depth_in: of all of them.

    r: as it lies, voids and all; None while not known, or while the board that its voids need is not. map_in: its depth
    at each cell by the readings. action: keep, relay, lift or clear; decided: by somebody, or kept while undecided.
    """

    today: tuple[Layer, ...] | None
    r: float | None
    map_in: Floats | None
    readings: ReadingsPlan | None
    action: str
    decided: bool

    @property
    def depth_in(self) -> float | None:
        """Depth of all of it, in; None while not known."""
        return None if self.today is None else depth_of(self.today)

    def as_decided(self, section: SectionInput) -> OldFill:
        """The same with what the section's choice makes of it: the method where it says so, else the section's record."""
        action = _action(section)
        return replace(self, action=action, decided=section.old_fill is not None or action != "keep")


def old_fill_of(section: SectionInput, site: Site, notes: Notebook) -> OldFill:
    """The old fill of a section; asks for what is not known of it.

    Found by what no choice or target changes, so that an edit of those does not look at it again.
    """
    found = _found(replace(section, choice=None, target=None, old_fill=None), Itself(site))
    notes.add(found.notes)
    return found.old.as_decided(section)


@dataclass(frozen=True, eq=False)
class _Found:
    """The old fill, and what was said of it: nobody writes there any more."""

    old: OldFill
    notes: Notebook


@remembered(
    lambda found: FOUND_BYTES + (0 if found.old.map_in is None else found.old.map_in.nbytes),
    lambda _, site: site.thing.grid.array_bytes,
)
def _found(section: SectionInput, site: Itself) -> _Found:
    notes = Notebook(section.id)
    return _Found(_as_it_lies(section, site.thing, notes), notes)


def _as_it_lies(section: SectionInput, site: Site, notes: Notebook) -> OldFill:
    map_in, readings, mean = _readings(section, site.grid)
    today = layers_today(section, mean, notes)
    r = None
    if today is not None:
        if site.boundary is None and needs_board(today, map_in):
            ask_for_board(section, notes)
        else:
            r = r_as_it_lies(today, site.boundary, map_in)
    return OldFill(today=today, r=r, map_in=map_in, readings=readings, action="keep", decided=False)


def removal_of(
    section: SectionInput, site: Site, old: OldFill, places: Places | None, surface_ft2: float | None = None
) -> Removal | None:
    """What clearing out takes, thin at the eaves; None where it is not cleared.

    places: None while no roof is known, or in closed bays: the mean depth everywhere. surface_ft2: of closed bays.

    Source: handbook §5, clear out; §10, start rates; Settled since 14.
    """
    if old.action != "clear" or not old.today:
        return None
    area = site.net_ft2 if surface_ft2 is None else surface_ft2
    if places is None:
        depth = np.full(1, depth_of(old.today)) if old.map_in is None else old.map_in
        mean_in = float(np.average(depth))
    else:
        depth = np.full(places.room_in.size, depth_of(old.today)) if places.old_in is None else places.old_in
        mean_in = float(np.average(np.minimum(depth, places.room_in), weights=places.share))
    lies = depth_of(old.today)
    return removal(old.today, mean_in / lies if lies > 0 else 0.0, area, section.removal)


def against_decision(section: SectionInput, action: str) -> list[tuple[str, str, str]]:
    """What the record of the old fill forbids of what is decided about it: (code, text, what to do), each a stop.

    Source: handbook §3, what blocks; §5, keep, lift or clear.
    """
    against = []
    layers = section.layers or ()
    if action in ("lift", "clear", "relay") and section.blocked_by.intersection(marked("not to be disturbed")):
        text = "Vermiculite-like fill is suspected: nothing in it is disturbed until it is cleared."
        against.append(
            ("vermiculite_disturbed", text, "Leave it as it is until a licensed firm has cleared it in writing.")
        )
    spoiled = [layer for layer in layers if layer.condition in NO_CREDIT]
    if action != "clear" and spoiled:
        text = f"The old fill is recorded as {spoiled[0].condition}: it comes out before anything new goes in."
        against.append(("spoiled_kept", text, "Mend the cause, then clear it out."))
    if action == "lift" and not only_batts(section):
        text = "Only batts can be lifted: loose fill is on record here."
        against.append(("lift_loose_fill", text, "Keep it and blow over it, or clear it out."))
    if action == "lift" and not layers:
        against.append(("nothing_to_lift", "Nothing lies here to be lifted.", "Blow onto the bare floor instead."))
    return against


def flag_decision(section: SectionInput, action: str, notes: Notebook) -> None:
    """Enters what the record forbids of the decision, as stops."""
    for code, text, what_to_do in against_decision(section, action):
        notes.flag(code, "stop", text, what_to_do, f"{section.path}.old_fill")


def _action(section: SectionInput) -> str:
    method = section.choice.method if section.choice else ""
    return BY_METHOD.get(method) or section.old_fill or "keep"


def _readings(section: SectionInput, grid: Grid) -> tuple[Floats | None, ReadingsPlan | None, float | None]:
    """The map of the old depth, what the readings say, and the mean depth that the layers are taken at."""
    if not section.readings:
        return None, None, None
    used = usable(section.readings, section.outline_ft)
    if not used:
        said = summary(section.readings, section.outline_ft, None)
        return None, said, said.mean_in
    places = tuple(reading.at_ft for reading in used if reading.at_ft is not None)
    map_in = depth_map_on(grid, places, tuple(reading.depth_in for reading in used))
    mean = float(map_in.mean())
    return map_in, summary(section.readings, section.outline_ft, mean), mean
