"""Products in the job document, and the rules a coverage chart must keep (handbook: blown fill by the bag)."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Literal, Self

from pydantic import Field, model_validator

from .faults import Fault, JobError
from .fields import DocumentModel, Identifier, Name, Number, Positive

ProductKind = Literal[
    "cellulose_loose", "glass_loose", "mineral_wool_loose", "wood_fiber_loose", "glass_batt", "mineral_wool_batt"
]
WEIGHT_TOLERANCE = 0.03


class ChartRow(DocumentModel):
    id: Identifier | None = None
    r: Number = Field(gt=0, le=200)
    installed_in: Number = Field(gt=0, le=200)
    settled_in: Number = Field(gt=0, le=200)
    coverage_ft2: Number = Field(gt=0, le=10_000)
    weight_psf: Number | None = Field(None, gt=0, le=100)


class Batt(DocumentModel):
    """One size of batt, or of roll where length_in is a roll's. bundle_in: a bundle's size as it is handed up, packed."""

    r: Number | None = Field(None, gt=0, le=200)
    thickness_in: Positive | None = None
    width_in: Positive | None = None
    length_in: Positive | None = None
    pieces_per_bundle: int | None = Field(None, ge=1, le=10_000, strict=True)
    bundle_in: tuple[Positive, Positive, Positive] | None = None
    bundle_lb: Positive | None = None
    facing: Literal["none", "kraft", "foil"] | None = None


class Product(DocumentModel):
    id: Identifier
    name: Name | None = None
    kind: ProductKind | None = None
    bag_lb: Number | None = Field(None, gt=0, le=100)
    chart: tuple[ChartRow, ...] | None = Field(None, min_length=2, max_length=60)
    batt: Batt | None = None
    price: Number | None = Field(None, ge=0, le=100_000, description="Of one bag or bundle, in the book's currency")
    hose_least_ft: Number | None = Field(None, gt=0, le=1000, description="Hose that the label asks for at least")

    @model_validator(mode="after")
    def _keeps_the_chart_rules(self) -> Self:
        faults = list(chart_faults(self.chart, self.bag_lb)) if self.chart else []
        if self.chart and self.bag_lb is None:
            faults.append(Fault("bag_lb", "is required where there is a chart: over 0, up to 100 lb"))
        if faults:
            raise JobError(faults)
        return self


def chart_faults(chart: tuple[ChartRow, ...], bag_lb: float | None) -> Iterable[Fault]:
    """What is wrong with a coverage chart.

    R and both thicknesses rise from row to row, coverage falls, settled is no more than installed, and weight per
    area is within 3 % of bag weight over coverage.
    """
    for index, row in enumerate(chart):
        at = f"chart[{index}]"
        if row.settled_in > row.installed_in:
            yield Fault(f"{at}.settled_in", f"must be no more than installed_in ({row.installed_in:g} in)")
        if bag_lb and row.weight_psf:
            expected = bag_lb / row.coverage_ft2
            if abs(row.weight_psf - expected) > WEIGHT_TOLERANCE * expected:
                yield Fault(
                    f"{at}.weight_psf", f"must be within 3 % of bag weight over coverage, {expected:.3f} lb/ft² here"
                )
        if index == 0:
            continue
        before = chart[index - 1]
        for name, unit in (("r", "R"), ("installed_in", "in"), ("settled_in", "in")):
            if getattr(row, name) <= getattr(before, name):
                yield Fault(f"{at}.{name}", f"must rise from row to row: over {getattr(before, name):g} {unit} here")
        if row.coverage_ft2 >= before.coverage_ft2:
            yield Fault(
                f"{at}.coverage_ft2", f"must fall from row to row: under {before.coverage_ft2:g} ft² per bag here"
            )
