"""What a proof is made from: plan, table and run, and what each printed row would take (handbook §19)."""

from __future__ import annotations

from collections.abc import Container, Mapping
from dataclasses import dataclass
from functools import cached_property

from ..filling.run import Run
from ..filling.table import FillTable
from ..given.product import ProductInput
from ..plan.whole_job import Plan
from .row_bags import field_bags_by_row


@dataclass(frozen=True, eq=False, kw_only=True)
class Given:
    """What a proof is made from."""

    planned: Plan
    table: FillTable
    run: Run
    by_least: bool

    @property
    def products(self) -> Mapping[str, ProductInput]:
        """Those of the job, by id."""
        return self.planned.read.products

    @cached_property
    def rows(self) -> dict[str, tuple[float, ...] | None]:
        """Field bags of each printed row by section, as far as something is blown there."""
        blown = {id_ for id_, product in self.products.items() if product.chart is not None}
        return {
            section.id: field_bags_by_row(given)
            for section, given in zip(self.planned.sections, self.planned.read.sections, strict=True)
            if section.product in blown
        }

    def product_of(self, section: str) -> str | None:
        """What is blown in a section."""
        return next(one.product for one in self.planned.sections if one.id == section)

    def done(self, sections: Container[str]) -> bool:
        """Whether every band of these sections is."""
        return all(band.done for band in self.run.bands if band.section in sections)

    def lies(self, sections: Container[str], product: str | None = None) -> float:
        """Bags that lie in bands of these sections."""
        return sum(band.lies for band in self.run.bands if band.section in sections and product in (None, band.product))
