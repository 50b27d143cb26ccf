"""Products as tables, in and out."""

from __future__ import annotations

from flask import Response, jsonify
from flask_openapi3 import Tag
from pydantic import BaseModel, ConfigDict, Field

from ..formats.batts_csv import write_batts
from ..formats.charts_csv import write_charts
from ..formats.product_library import read_products
from ..job.product import Product
from .answers.lists import ProductList
from .blueprint import APIBlueprint
from .exchange.csv_files import MOST_CSV_BYTES
from .problems import Problem

tables = APIBlueprint("tables", __name__, url_prefix="/api", abp_tags=[Tag(name="choosing")])


class ProductCsv(BaseModel):
    """A table of loose fills (a line for each row of a chart) or of batts (a line each)."""

    model_config = ConfigDict(extra="forbid")
    text: str = Field(max_length=MOST_CSV_BYTES)


class ProductsOut(BaseModel):
    model_config = ConfigDict(extra="forbid")
    products: list[Product] = Field(max_length=200)


class CsvTables(BaseModel):
    """Two tables: a chart CSV of the loose fills and one of the batts; empty where there is none."""

    loose_fill: str
    batts: str


@tables.post("/import/products", responses={200: ProductList, 422: Problem}, summary="Products from a table")
def import_products(body: ProductCsv) -> Response:
    return jsonify({"products": [product.model_dump(exclude_none=True) for product in read_products(body.text)]})


@tables.post("/export/products", responses={200: CsvTables, 422: Problem}, summary="Products as tables")
def export_products(body: ProductsOut) -> Response:
    batts = [product for product in body.products if product.batt is not None]
    loose = [product for product in body.products if product.chart is not None]
    return jsonify({"loose_fill": write_charts(loose) if loose else "", "batts": write_batts(batts) if batts else ""})
