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
    def rows(self) -> dict[str, list[float] | None]:
        """Field bags of each printed row by section, as far as something is blown there."""
        given = [self.products.get(section.product or "") for section in self.planned.sections]
        return {
            section.id: _field_bags_by_row(self, index)
            for index, (section, product) in enumerate(zip(self.planned.sections, given, strict=True))
            if product is not None and product.chart is not None
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


def _field_bags_by_row(given: Given, index: int) -> list[float] | None:
    found = field_bags_by_row(given.planned.read.sections[index])
    return None if found is None else list(found)
