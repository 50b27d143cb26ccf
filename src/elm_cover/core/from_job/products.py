"""Products of the job as the core takes them."""

from __future__ import annotations

from ...job.product import Product
from ..batts.batt import BattProduct
from ..given.product import ProductInput
from ..layers.chart import Chart, Row


def product_input(product: Product) -> ProductInput:
    """A product of the job as the core takes it."""
    chart = None
    if product.chart and product.bag_lb:
        rows = tuple(Row(row.r, row.installed_in, row.settled_in, row.coverage_ft2) for row in product.chart)
        chart = Chart(rows, product.bag_lb)
    name = product.name or product.id
    return ProductInput(product.id, name, product.kind, chart, _batt(product), product.price, product.hose_least_ft)


def _batt(product: Product) -> BattProduct | None:
    """None while R or a size of it is not known; a bundle of unknown count is taken as one piece."""
    batt = product.batt
    if batt is None or batt.r is None or batt.thickness_in is None or batt.width_in is None or batt.length_in is None:
        return None
    return BattProduct(
        r=batt.r,
        thickness_in=batt.thickness_in,
        width_in=batt.width_in,
        length_in=batt.length_in,
        pieces_per_bundle=batt.pieces_per_bundle or 1,
        kind=product.kind or "glass_batt",
        bundle_in=batt.bundle_in,
        bundle_lb=batt.bundle_lb,
        facing=batt.facing,
    )
