"""Edges and roofs without a channel of air: what may and may not be done there (handbook §8, enclosed bays; eaves; vent area).

Slopes with no channel, sealed roofs and low roofs are unvented assemblies: their layers, vapor control and drying are a
design by a licensed person. What is said here is what an installer may do without one.
"""

from __future__ import annotations

from dataclasses import dataclass

from ..base.notebook import Notebook
from ..eaves.eave import LOW_ROOF_PITCH_IN_12
from ..enclosed.shapes import CHANNEL_IN
from ..given.section import SectionInput


@dataclass(frozen=True)
class EdgeAdvice:
    """An edge or a roof that has no channel of air: what may and may not be done, and who has to design it."""

    kind: str
    title: str
    may: tuple[str, ...]
    may_not: tuple[str, ...]
    designed_by_others: bool


SLOPE_WITH_CHANNEL = EdgeAdvice(
    "slope_with_channel",
    "Slope with a channel of air",
    (
        "Keep 1 in or more of air under the deck, from the soffit to a vent above, in every bay.",
        "Close the lower end of the bay first, below the channel, so that the fill does not run out.",
        "Fill at the density for sloped bays, or it slumps.",
    ),
    (
        "Do not fill a bay whose channel is shut above or below: air that goes in must come out.",
        "Do not press the baffle flat with the hose.",
    ),
    False,
)
SLOPE_WITHOUT_CHANNEL = EdgeAdvice(
    "slope_without_channel",
    "Slope with no channel",
    (
        "Measure it, and say what lies in it and on which side the vapor retarder is.",
        "Seal the ceiling side against air: that is right whatever is designed above it.",
    ),
    (
        "Do not blow it full: without a channel nothing dries upward, and the deck takes the damp.",
        "Do not add a second vapor retarder.",
    ),
    True,
)
SEALED_ROOF = EdgeAdvice(
    "sealed_roof",
    "Unvented attic or sealed roof",
    (
        "Seal the ceiling against air, and the duct joints.",
        "Carry on with what is designed: which layers, which vapor control, which fire protection.",
    ),
    (
        "Do not open soffit or ridge vents into a sealed roof.",
        "Do not fit baffles or count vent area: there is none by design.",
        "Do not close a roof over a burner that draws attic air.",
    ),
    True,
)
LOW_ROOF = EdgeAdvice(
    "low_roof",
    "Low roof, under 1 in 12",
    (
        "Measure how deep the space is along the run; keep the gap under the deck all the way.",
        "Seal the ceiling against air.",
    ),
    (
        "Do not fill it to the deck.",
        "Do not count on air to move: a low roof has next to no height to draw it.",
    ),
    True,
)


def edge_advice(section: SectionInput, notes: Notebook) -> tuple[EdgeAdvice, ...]:
    """What holds at this section's edges; asks for the vapor control where it decides."""
    found = []
    if section.kind == "sloped_bays" and section.slope is not None and section.slope.channel_in is not None:
        with_channel = section.slope.channel_in >= CHANNEL_IN and section.vented is not False
        found.append(SLOPE_WITH_CHANNEL if with_channel else SLOPE_WITHOUT_CHANNEL)
    elif section.kind in ("open_floor", "sloped_bays") and section.vented is False:
        found.append(SEALED_ROOF)
    low = [
        edge.pitch_in_12
        for edge in section.edges
        if edge.kind == "eave" and edge.pitch_in_12 is not None and edge.pitch_in_12 < LOW_ROOF_PITCH_IN_12
    ]
    if low and section.kind == "open_floor":
        found.append(LOW_ROOF)
    if found and section.retarder is None:
        notes.ask(
            "eaves",
            f"{section.path}.ceiling.vapor_retarder",
            "Which vapor retarder is at the ceiling?",
        )
    return tuple(found)
