"""A floor that lies outside the thermal boundary: it has nothing but its outline (handbook §5, what is left out)."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..laying.decided import OldFill
from ..laying.site import Site
from ..money.quantities import Quantities
from .figures import explain
from .result import PlannedSection, SectionPlan, fields_of


def plan_left_out(section: SectionInput, site: Site, old: OldFill, notes: Notebook) -> PlannedSection:
    """Its area and what is drawn of it; it takes nothing."""
    chosen = None if section.choice is None else section.choice.product
    plan = SectionPlan(
        id=section.id,
        name=section.name,
        kind=section.kind,
        area_ft2=site.area_ft2,
        product=chosen.id if chosen else None,
        readings=old.readings,
    )
    explain(section, plan, None, site.boundary, notes)
    return PlannedSection(plan=plan, fields=fields_of(section, site, old), quantities=Quantities())
