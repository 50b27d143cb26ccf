"""Products in and out as tables, and the made-up ones that ship with the program."""

from __future__ import annotations

from functools import cache
from importlib import resources

from ..job.product import Product
from .batts_csv import read_batts
from .charts_csv import read_charts


def read_products(text: str) -> tuple[Product, ...]:
    """Loose fills or batts, told apart by their columns. Raises JobError naming the line."""
    head = next((line.lower() for line in text.lstrip("\ufeff").splitlines() if line.strip()), "")
    return read_batts(text) if "thickness_in" in head else read_charts(text)


@cache
def library() -> tuple[Product, ...]:
    """The made-up generic products that ship with the program: loose fills, then batts and rolls."""
    folder = resources.files("elm_cover") / "library"
    texts = ((folder / name).read_text(encoding="utf-8") for name in ("loose_fill.csv", "batts.csv"))
    return tuple(product for text in texts for product in read_products(text))
