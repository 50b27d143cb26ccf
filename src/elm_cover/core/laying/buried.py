"""What must not simply be covered: batts with their facing up, ducts that would sweat, tented batts capped as they hang (handbook §9)."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..preparation.ducts import DUCT_HOT_ZONES, least_duct_r
from .build_up import Laid
from .decided import OldFill

TENTED_VOID = 0.5


def flag_buried(section: SectionInput, old: OldFill, laid: Laid, notes: Notebook) -> None:
    """Cautions that follow from laying something new over what is on record; none while nothing new is known.

    Source: handbook §7, a facing only once; §9, ducts; Settled since 5.
    """
    if laid.stack is None or laid.stack.installed_in <= 0:
        return
    _facing(section, old.action, notes)
    _ducts(section, notes)
    _tented(section, old.action, notes)


def _facing(section: SectionInput, action: str, notes: Notebook) -> None:
    if action == "clear" or not any(layer.facing == "up" for layer in section.layers or ()):
        return
    if action in ("lift", "relay"):
        again = "lifted" if action == "lift" else "laid again"
        text = f"Old batts lie with their facing up: {again}, they go back with the facing down."
        notes.flag("old_facing_up", "caution", text, "Turn each one; a second facing is slashed or stripped.")
        return
    notes.flag(
        "old_facing_up",
        "caution",
        "Old batts lie with their facing up: under new fill it is a vapor retarder on the cold side.",
        "Slash or strip the facing, or turn those batts facing down.",
    )


def _ducts(section: SectionInput, notes: Notebook) -> None:
    hot = section.zone in DUCT_HOT_ZONES
    least = least_duct_r(section.zone)
    thin = sum(f.count for f in section.features if f.kind == "duct" and (f.duct_r is None or f.duct_r < least))
    if not thin:
        return
    ducts = "1 duct is" if thin == 1 else f"{thin} ducts are"
    if hot:
        text = f"{ducts} insulated to less than R-13, or nobody knows: under fill it sweats in zone {section.zone}."
        what = "Insulate supply ducts to R-13 with an unbroken vapor retarder; else box them, leave them exposed or bring them indoors."
    else:
        text = f"{ducts} insulated to less than R-8, or nobody knows: too little to be buried."
        what = "Bury only ducts of R-8 or more with R-19 of ceiling insulation above and below together; seal their joints first."
    notes.flag("thin_duct", "caution", text, what, f"{section.path}.features")


def _tented(section: SectionInput, action: str, notes: Notebook) -> None:
    if action != "keep":
        return
    for index, layer in enumerate(section.layers or ()):
        if layer.void >= TENTED_VOID and not layer.open and not layer.ends_closed:
            notes.flag(
                "tented_capped",
                "caution",
                f"Old fill that does not touch the ceiling over {layer.void:.0%} of the floor is capped as it hangs.",
                "Re-lay or lift it first. New fill over it counts in full only while the air beneath is closed at the eaves and "
                "round openings: say so in Measure once somebody has seen to it.",
                f"{section.path}.existing[{index}]",
            )
            return
