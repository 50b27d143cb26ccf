"""The rack over the wire, and products in and out as tables."""

from __future__ import annotations

from typing import Any

from flask import Response, jsonify
from flask_openapi3 import APIBlueprint, Tag
from pydantic import BaseModel, ConfigDict, Field
from pydantic_core import to_jsonable_python

from ..core.plan import rack
from ..core.rack.mix import Limits
from ..formats.batts_csv import write_batts
from ..formats.charts_csv import write_charts
from ..formats.product_library import library, read_products
from ..job.product import Product
from .answers.jobs import RackAnswer, RackAsked
from .answers.lists import ProductList
from .problems import Problem

racks = APIBlueprint("racks", __name__, url_prefix="/api", abp_tags=[Tag(name="choosing")])
MOST_CSV_BYTES = 2_000_000


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


@racks.post("/rack", responses={200: RackAnswer, 422: Problem}, summary="Every way of doing the job, weighed")
def weigh(body: RackAsked) -> Response:
    asked = body.job.weighing
    share = None if asked.load_share_pct is None else asked.load_share_pct / 100
    found = rack(body.job, library(), body.mix, Limits(asked.budget, asked.most_products, share))
    answer: dict[str, Any] = to_jsonable_python(found)
    for way in answer["ways"]:
        for core in way["weighed"]["cores"]:
            del core["quantities"]  # priced already: no screen draws them
    return jsonify(answer)


@racks.post("/import/products", responses={200: ProductList, 422: Problem}, summary="Products from a table")
def import_products(body: ProductCsv) -> Response:
    return jsonify({"products": [product.model_dump(exclude_none=True) for product in read_products(body.text)]})


@racks.post("/export/products", responses={200: CsvTables, 422: Problem}, summary="Products as tables")
def export_products(body: ProductsOut) -> Response:
    batts = [product for product in body.products if product.batt is not None]
    loose = [product for product in body.products if product.chart is not None]
    return jsonify({"loose_fill": write_charts(loose) if loose else "", "batts": write_batts(batts) if batts else ""})
