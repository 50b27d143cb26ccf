"""Coverage charts as CSV: one line per printed row, a product's lines together; one chart or a whole library.

Columns: product, name, kind, bag_lb, r, installed_in, settled_in, coverage_ft2, and where known weight_psf, price
and hose_least_ft.
"""

from __future__ import annotations

import re
from collections.abc import Iterable
from typing import Any

from pydantic import ValidationError

from ..job import Fault, JobError
from ..job.faults import faults_of
from ..job.product import Product
from .table import Line, read_table, write_table

REQUIRED = ("product", "kind", "bag_lb", "r", "installed_in", "settled_in", "coverage_ft2")
OPTIONAL = ("name", "weight_psf", "price", "hose_least_ft")
COLUMNS = (
    "product",
    "name",
    "kind",
    "bag_lb",
    "r",
    "installed_in",
    "settled_in",
    "coverage_ft2",
    "weight_psf",
    "price",
    "hose_least_ft",
)
ROW = ("r", "installed_in", "settled_in", "coverage_ft2")
ALIKE = ("name", "kind", "bag_lb", "price", "hose_least_ft")


def read_charts(text: str) -> tuple[Product, ...]:
    """The loose fills in a chart CSV. Raises JobError naming the line, where a number or a chart rule does not hold."""
    lines: dict[str, list[Line]] = {}
    for line in read_table(text, REQUIRED, OPTIONAL):
        name = line.text("product")
        if not name:
            raise JobError(
                [Fault(f"line {line.number}, product", "is empty; give the product's id on each of its lines")]
            )
        lines.setdefault(name, []).append(line)
    return tuple(_product(name, of_it) for name, of_it in lines.items())


def write_charts(products: Iterable[Product]) -> str:
    """The charts of loose fills, a line a row; what is no loose fill is left out."""
    rows: list[list[object]] = []
    for product in products:
        for row in product.chart or ():
            what = (product.id, product.name, product.kind, product.bag_lb)
            figures = (row.r, row.installed_in, row.settled_in, row.coverage_ft2, row.weight_psf)
            rows.append([*what, *figures, product.price, product.hose_least_ft])
    return write_table(COLUMNS, rows)


def _product(name: str, lines: list[Line]) -> Product:
    first = lines[0]
    for line in lines[1:]:
        for column in ALIKE:
            if line.text(column) != first.text(column):
                text = (
                    f"“{line.text(column)}” here, “{first.text(column)}” on line {first.number}: one product, one value"
                )
                raise JobError([Fault(f"line {line.number}, {column}", text)])
    data: dict[str, Any] = {
        "id": name,
        "name": first.text("name") or name,
        "kind": first.text("kind"),
        "bag_lb": first.needed("bag_lb"),
        "price": first.number_or_none("price"),
        "hose_least_ft": first.number_or_none("hose_least_ft"),
        "chart": [
            {c: line.needed(c) for c in ROW} | {"weight_psf": line.number_or_none("weight_psf")} for line in lines
        ],
    }
    if len(lines) < 2:
        text = f"{name} has one row; a chart needs two at least, so that there is something to go between"
        raise JobError([Fault(f"line {first.number}", text)])
    try:
        return Product.model_validate(data)
    except ValidationError as error:
        raise JobError([_at_line(fault, lines) for fault in faults_of(error)]) from error


def _at_line(fault: Fault, lines: list[Line]) -> Fault:
    """A fault of the product, with the line of the file in place of the row's number."""
    at = re.match(r"chart\[(\d+)\]\.?(\w*)", fault.path)
    if at is None:
        return Fault(f"line {lines[0].number}, {fault.path}", fault.text)
    line = lines[int(at[1])].number
    hint = "; sort the rows by R" if "must rise" in fault.text and at[2] == "r" else ""
    return Fault(f"line {line}, {at[2]}" if at[2] else f"line {line}", fault.text + hint)
