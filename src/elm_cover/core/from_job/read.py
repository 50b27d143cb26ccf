"""A job read once, and handed on: plan, order, price, reach, load, fill table and proof all go by it."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, replace
from types import MappingProxyType

from ...job import Job
from ..base.notebook import Notebook
from ..given.book import BookInput
from ..given.energy import EnergyInput
from ..given.look import LookInput
from ..given.product import ProductInput
from ..given.reach import ReachInput
from ..given.section import SectionInput
from ..given.work import WorkInput
from .answered import answered
from .book import book_input, energy_input
from .features import keep_outs_of
from .look import look_input
from .products import product_input
from .reach import reach_input
from .section import section_input
from .work import work_input


@dataclass(frozen=True, eq=False, kw_only=True)
class ReadJob:
    """A job as the core takes it. job: the document itself, for names and words; notes: what the reading of each section asked
    and flagged; products: by id, in the order of the job; answered: steps with something on record."""

    job: Job
    sections: tuple[SectionInput, ...]
    notes: tuple[Notebook, ...]
    products: Mapping[str, ProductInput]
    book: BookInput
    energy: EnergyInput
    work: WorkInput
    look: LookInput
    reach: ReachInput
    answered: tuple[str, ...]

    @classmethod
    def of(cls, job: Job) -> ReadJob:
        """Everything of the job, each once. Source: design §3, the one reader."""
        products = {product.id: product_input(product) for product in job.products}
        notes = tuple(Notebook(section.id, f"sections.{section.id}.") for section in job.sections)
        return cls(
            job=job,
            sections=tuple(section_input(job, i, products, notes[i]) for i in range(len(job.sections))),
            notes=notes,
            products=MappingProxyType(products),
            book=book_input(job),
            energy=energy_input(job),
            work=work_input(job),
            look=look_input(job),
            reach=reach_input(job),
            answered=answered(job),
        )

    def kept_clear(self, burns: bool) -> tuple[SectionInput, ...]:
        """The sections, kept clear as for a fill that burns or one that does not, whatever is chosen. Source: handbook §9."""
        found = []
        for index, section in enumerate(self.sections):
            kept = tuple(keep_outs_of(self.job, index, section.features, burns, Notebook()))
            found.append(
                replace(
                    section,
                    keep_outs=tuple(one for one in kept if not one.filled),
                    filled_decks=tuple(one for one in kept if one.filled),
                )
            )
        return tuple(found)
