"""Coverage charts as CSV: one line per printed row, a product's lines together.

Columns: product, name, kind, bag_lb, r, installed_in, settled_in, coverage_ft2, weight_psf.
"""

from __future__ import annotations

import csv
from importlib import resources
from io import StringIO
from typing import Any

from pydantic import ValidationError

from ..job_fields import Fault, JobError, faults_of
from ..job_product import Product

COLUMNS = ("product", "name", "kind", "bag_lb", "r", "installed_in", "settled_in", "coverage_ft2", "weight_psf")
ROW_COLUMNS = COLUMNS[4:]


def read_charts(text: str) -> tuple[Product, ...]:
    """The products in a chart CSV. Raises JobError naming the line, where a number or a chart rule does not hold."""
    lines = csv.DictReader(StringIO(text))
    if tuple(lines.fieldnames or ()) != COLUMNS:
        raise JobError([Fault("line 1", f"the columns must be {', '.join(COLUMNS)}")])
    products: dict[str, dict[str, Any]] = {}
    for number, line in enumerate(lines, start=2):
        if None in line or None in line.values():
            raise JobError(
                [Fault(f"line {number}", f"must have {len(COLUMNS)} columns, with decimal points not commas")]
            )
        try:
            row = {name: float(line[name]) for name in ROW_COLUMNS if line[name]}
            bag_lb = float(line["bag_lb"])
        except (TypeError, ValueError) as error:
            raise JobError([Fault(f"line {number}", f"needs plain numbers with a decimal point: {error}")]) from error
        product = products.setdefault(
            line["product"],
            {"id": line["product"], "name": line["name"], "kind": line["kind"], "bag_lb": bag_lb, "chart": []},
        )
        product["chart"].append(row)
    return tuple(_product(product) for product in products.values())


def _product(data: dict[str, Any]) -> Product:
    try:
        return Product.model_validate(data)
    except ValidationError as error:
        faults = [Fault(f"{data['id']}.{fault.path}", fault.text) for fault in faults_of(error)]
        raise JobError(faults) from error


def library() -> tuple[Product, ...]:
    """The made-up generic products that ship with the program."""
    return read_charts((resources.files("elm_cover") / "library" / "loose_fill.csv").read_text(encoding="utf-8"))
