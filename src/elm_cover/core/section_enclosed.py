"""Sections that are no open floor: rafter bays, walls and closed cavities; a floor that is left out has nothing but its outline."""

from __future__ import annotations

from .enclosed import Enclosed, closed_cavity, sloped_bays, upright_wall
from .old_fill import action_of
from .readings import usable
from .result import Notebook, SectionFields, SectionPlan
from .section_figures import explain
from .section_input import SectionInput
from .site import Site, old_fill_plan
from .taper import depth_of


def plan_enclosed(section: SectionInput, site: Site, notes: Notebook) -> tuple[SectionPlan, SectionFields]:
    """Rafter bays, walls and closed cavities are measured here; a floor that is left out has nothing but its outline."""
    found: Enclosed | None = None
    if section.kind == "sloped_bays" and section.slope is not None:
        found = sloped_bays(section.outline_ft, site.floor_ft2, section.slope)
    elif section.kind == "knee_wall" and section.wall is not None:
        found = upright_wall(section.outline_ft, section.wall)
    elif section.kind == "netted_cavity" and section.cavity is not None:
        found = closed_cavity(section.outline_ft, site.floor_ft2, section.cavity)
    left_out = section.kind == "left_out"
    plan = SectionPlan(
        section.id,
        section.name,
        section.kind,
        site.area_ft2,
        net_area_ft2=None if left_out else site.net_ft2,
        depth_existing_in=None if left_out or site.today is None else depth_of(site.today),
        r_existing=None if left_out else site.r_existing,
        surface_ft2=None if found is None else found.surface_ft2,
        cavity_depth_in=None if found is None else found.depth_in,
        volume_ft3=None if found is None or section.spacing_in is None else found.volume_ft3(section.spacing_in),
        readings=site.readings,
        old_fill=None if left_out else old_fill_plan(section, site, action_of(section), None, None),
    )
    explain(section, plan, None, site.boundary, notes)
    fields = SectionFields(
        section.outline_ft,
        tuple(edge.kind for edge in section.edges),
        tuple(edge.plate_width_in for edge in section.edges),
        site.placed,
        site.grid,
        None,
        {},
        site.today,
        None,
        None,
        None,
        section.holes,
        usable(section.readings, section.outline_ft),
        site.map_in,
        found,
    )
    return plan, fields
