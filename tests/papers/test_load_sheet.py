"""The load and the purchase list on paper: every thing with its amount, the bands, a part for each supplier."""

from __future__ import annotations

from datetime import date

from elm_cover.core.crew import reach
from elm_cover.core.crew.orders import Need, OnHand, week_order
from elm_cover.core.plan import plan
from elm_cover.demo.jobs import demo_documents
from elm_cover.formats.crew_json import loaded_lines
from elm_cover.job import read_job
from elm_cover.papers.load_sheet import load_sheet
from elm_cover.papers.purchase_list import purchase_list
from tests.papers.test_work_sheet import pages

DAY = date(2026, 7, 6)


def test_the_load_on_paper_has_everything_and_the_bands() -> None:
    job = read_job(demo_documents()[1])
    found = pages(load_sheet(job, DAY))
    whole = " ".join(found)
    lines = loaded_lines(job)
    assert len(lines) > 25 and all(line.item.title in whole for line in lines)
    assert "one trip" in whole and "out ______" in whole
    assert "Cord: 12 AWG" in whole and "machine's label" in whole
    bands = [band for section in reach(plan(job)).sections for band in section.bands]
    last = next(text for text in found if text.startswith("In which order it is filled"))
    assert all(f"{band.bags:.1f}" in last for band in bands if band.bags) and len(bands) > 3


def test_a_purchase_list_has_a_part_for_each_supplier() -> None:
    needs = [(DAY, "9 Quarry Loop", [Need("c", "Cellulose", "bags", 57.7), Need("x", "Caulk", "tubes", 3.1)])]
    lines = week_order(needs, {"c": OnHand(10, "North yard"), "x": OnHand(0, "Ford supply")})
    found = pages(purchase_list("Hollin Insulation", lines, DAY, date(2026, 7, 17), DAY))
    assert len(found) == 2
    assert found[0].startswith("Order: Ford supply") and "4 tubes" in found[0]
    assert found[1].startswith("Order: North yard") and "48 bags" in found[1] and "Mon 6 Jul" in found[1]
    (empty,) = pages(purchase_list("", (), DAY, DAY, DAY))
    assert "nothing is needed" in empty
