"""A product as the core takes it."""

from __future__ import annotations

from dataclasses import dataclass

from ..batts.batt import BattProduct
from ..layers.chart import Chart


@dataclass(frozen=True)
class ProductInput:
    """A loose fill with its chart, or a batt. price: of a bag or bundle, None: by the book. hose_least_ft: what its label
    asks for."""

    id: str
    name: str
    kind: str | None
    chart: Chart | None
    batt: BattProduct | None = None
    price: float | None = None
    hose_least_ft: float | None = None
