"""Plan and grid turned into geometry: what Floor, Cut, paper and thumbnails all draw. Feet on the floor, inches in the cut (handbook §2)."""

from __future__ import annotations

from collections.abc import Mapping

from ..plan import Plan
from .cut import Cut, cut_drawing, default_cut
from .drawn import Drawing, DrawnCut, EnclosedCut, HouseCut, Outline
from .enclosed_cut import enclosed_cut
from .floor import floor_drawing
from .house_cut import house_cut
from .item_cut import item_cut


def drawing(
    plan: Plan,
    framing: Mapping[str, tuple[str | None, float | None]],
    cut: Cut | str | None = None,
    whole_house: bool = False,
    item: str | None = None,
) -> Drawing:
    """What to draw of a plan.

    framing: section id → (run "x" or "y", spacing in inches), either None while unknown. cut: where the attic is cut;
    a section's id alone for across its middle; None for across the middle of the first open floor. whole_house: the line
    through every section it meets, too. item: the item of the work list that is open, by its key.
    """
    across, enclosed = _cuts(plan, framing, cut)
    return Drawing(
        sections=[floor_drawing(s, plan.fields[s.id], *framing.get(s.id, (None, None))) for s in plan.sections],
        cut=across,
        enclosed_cut=enclosed,
        house=_house(plan, cut) if whole_house else None,
        item=None if item is None else item_cut(plan, item),
    )


def _house(plan: Plan, cut: Cut | str | None) -> HouseCut | None:
    name = cut if isinstance(cut, str) else None if cut is None else cut.section
    if name is None or name not in plan.fields:
        return None
    return house_cut(plan, cut if isinstance(cut, Cut) else default_cut(name, plan.fields[name]))


def _cuts(
    plan: Plan, framing: Mapping[str, tuple[str | None, float | None]], cut: Cut | str | None
) -> tuple[DrawnCut | None, EnclosedCut | None]:
    """The cut through an open floor, or the cut of a section that is none."""
    name = cut if isinstance(cut, str) else None if cut is None else cut.section
    if name not in plan.fields:
        name = next((s.id for s in plan.sections if plan.fields[s.id].eaves), None) or next(
            (s.id for s in plan.sections), None
        )
    section = next((s for s in plan.sections if s.id == name), None)
    if section is None:
        return None, None
    fields = plan.fields[section.id]
    if section.kind != "open_floor":
        spacing_in = framing.get(section.id, (None, None))[1]
        return None, enclosed_cut(section.kind, fields.enclosed, fields.outline_ft, spacing_in, section.id)
    asked = cut if isinstance(cut, Cut) and cut.section == section.id else default_cut(section.id, fields)
    return cut_drawing(asked, fields), None


def thumbnail(plan: Plan) -> list[Outline]:
    """Outlines alone, for the shelf: per section its corners in feet and which edges are eaves."""
    return [
        Outline(outline_ft=plan.fields[s.id].outline_ft, eaves=sorted(e.edge for e in s.eaves), kind=s.kind)
        for s in plan.sections
    ]
