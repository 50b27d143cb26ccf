"""What the choice of a section lays on its floor, asked again by those who come after the plan (handbook §7)."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..layers.stack import Lying
from ..target.by_basis import target_of
from .build_up import Laid
from .decided import OldFill, old_fill_of
from .heat import lying_of
from .methods import lay
from .site import Site


def laid_on(section: SectionInput, site: Site) -> tuple[OldFill, Laid]:
    """The old fill of a section, and what its choice lays on it; what it lacks is asked and flagged by the plan. Source: handbook §7."""
    old = old_fill_of(section, site, Notebook())
    return old, lay(section, site, old, target_of(section, old.r, old.depth_in), Notebook())


def laid_by_cell(section: SectionInput, site: Site) -> tuple[OldFill, Laid, Lying | None]:
    """What is laid on a section, and what lies at each cell of its grid; None while no roof is known. Source: handbook §7."""
    old, laid = laid_on(section, site)
    return old, laid, lying_of(old, laid, site.cells(old.map_in))
