"""Batts and rolls as CSV, a line each.

Columns: product, kind, r, thickness_in, width_in, length_in, pieces_per_bundle, and where known name, the bundle's size
as it is handed up (bundle_width_in, bundle_length_in, bundle_height_in), bundle_lb, facing and price. Of a roll,
length_in is the roll's length and pieces_per_bundle the rolls in a bundle.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from pydantic import ValidationError

from ..job import Fault, JobError
from ..job.faults import faults_of
from ..job.product import Product
from .table import Line, read_table, write_table

REQUIRED = ("product", "kind", "r", "thickness_in", "width_in", "length_in", "pieces_per_bundle")
BUNDLE = ("bundle_width_in", "bundle_length_in", "bundle_height_in")
OPTIONAL = ("name", *BUNDLE, "bundle_lb", "facing", "price")
COLUMNS = ("product", "name", *REQUIRED[1:], *BUNDLE, "bundle_lb", "facing", "price")
KINDS = ("glass_batt", "mineral_wool_batt")


def read_batts(text: str) -> tuple[Product, ...]:
    """The batts in a CSV. Raises JobError naming the line."""
    return tuple(_product(line) for line in read_table(text, REQUIRED, OPTIONAL))


def write_batts(products: Iterable[Product]) -> str:
    """Batts, a line each; what is no batt is left out."""
    rows: list[list[object]] = []
    for product in products:
        batt = product.batt
        if batt is None:
            continue
        sizes = (batt.r, batt.thickness_in, batt.width_in, batt.length_in, batt.pieces_per_bundle)
        bundle = batt.bundle_in or (None, None, None)
        rows.append(
            [product.id, product.name, product.kind, *sizes, *bundle, batt.bundle_lb, batt.facing, product.price]
        )
    return write_table(COLUMNS, rows)


def _product(line: Line) -> Product:
    pieces = line.needed("pieces_per_bundle")
    if pieces != int(pieces):
        raise JobError([Fault(f"line {line.number}, pieces_per_bundle", "must be a whole number")])
    bundle = [line.number_or_none(column) for column in BUNDLE]
    if line.text("kind") not in KINDS:
        raise JobError([Fault(f"line {line.number}, kind", f"allowed: {', '.join(KINDS)}")])
    data: dict[str, Any] = {
        "id": line.text("product"),
        "name": line.text("name") or line.text("product"),
        "kind": line.text("kind"),
        "price": line.number_or_none("price"),
        "batt": {c: line.needed(c) for c in REQUIRED[2:6]}
        | {
            "pieces_per_bundle": int(pieces),
            "bundle_in": None if None in bundle else bundle,
            "bundle_lb": line.number_or_none("bundle_lb"),
            "facing": line.text("facing") or "none",
        },
    }
    try:
        return Product.model_validate(data)
    except ValidationError as error:
        raise JobError(
            [Fault(f"line {line.number}, {fault.path.removeprefix('batt.')}", fault.text) for fault in faults_of(error)]
        ) from error
