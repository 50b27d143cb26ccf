"""What lies at each cell of a floor's grid: made when it is first drawn, for no figure comes of it (handbook §6)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import cached_property

from ..base.arrays import Floats
from ..given.section import SectionInput
from ..layers.stack import Lying
from .build_up import Laid
from .decided import OldFill
from .heat import heat_of, lying_of
from .site import Site


@dataclass(frozen=True, eq=False)
class AtCells:
    """What is laid on a floor, cell by cell of its grid."""

    section: SectionInput
    site: Site
    old: OldFill
    laid: Laid

    @cached_property
    def _drawn(self) -> tuple[Floats | None, Floats | None]:
        found = heat_of(self.section, self.site, self.old, self.laid, self.site.cells(self.old.map_in))
        return None if found.lying is None else found.lying.top_in, found.r

    @property
    def depth_in(self) -> Floats | None:
        """Top of it all on the day, in, shape (cells,); None while nothing is laid, or no roof is known."""
        return self._drawn[0]

    @property
    def r(self) -> Floats | None:
        """R there without films and board, h·ft²·°F/Btu, shape (cells,); None while it is not known.

        Source: handbook §6, a map of the R over the floor.
        """
        return self._drawn[1]

    @property
    def lying(self) -> Lying | None:
        """All that lies there. Made anew each time it is asked for: it is much, and asked for where old fill lies very uneven."""
        return lying_of(self.old, self.laid, self.site.cells(self.old.map_in))

    @property
    def array_bytes(self) -> int:
        """What its arrays hold once they are made, bytes."""
        return 2 * self.site.grid.x_ft.nbytes
