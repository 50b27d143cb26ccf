"""What each printed row of a chart would take on a section: field bags (handbook §7, §19)."""

from __future__ import annotations

from dataclasses import replace

from ..base.memory import remembered
from ..given.section import SectionInput
from ..laying.as_chosen import laid_on
from ..laying.bags import bags_of
from ..laying.heat import lying_of
from ..laying.site import site_of

OPEN_FLOOR = "open_floor"


# Every entry that arrives is proved against the same rows.
@remembered(lambda _: 2_000)
def field_bags_by_row(section: SectionInput) -> tuple[float, ...] | None:
    """What each printed row would take on a section's floor: field bags with that row's fill. None while roof or framing is
    unknown, or for closed bays. Source: handbook §7, field bags; §19, the row's field bags."""
    choice = section.choice
    if section.kind != OPEN_FLOOR or choice is None or choice.product is None or choice.product.chart is None:
        return None
    site = site_of(section)
    found = []
    for row in choice.product.chart.rows:
        # Laid anew: what lies beneath is pressed by the weight of that row.
        other = replace(section, choice=replace(choice, installed_in=row.installed_in))
        old, laid = laid_on(other, site)
        places = site.parts(section.outline_ft, old.map_in)
        if laid.stack is None or places is None:
            return None
        bags = bags_of(other, site, old, laid, lying_of(old, laid, places), places).field
        if bags is None:
            return None
        found.append(bags)
    return tuple(found)
