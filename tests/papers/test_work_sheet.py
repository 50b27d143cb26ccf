"""The work list and the change on paper: every item, every hole, a page for each trade; nothing of a change before the yes."""

from __future__ import annotations

from datetime import date
from io import BytesIO
from typing import Any

import pytest
from pypdf import PdfReader

from elm_cover.demo.jobs import demo_documents
from elm_cover.job import JobError, read_job
from elm_cover.papers.change_order import change_order
from elm_cover.papers.lettering import paper_view
from elm_cover.papers.offer import offer
from elm_cover.papers.work_sheet import work_sheet
from tests.conftest import attic, planned

DAY = date(2026, 5, 2)


def pages(pdf: bytes) -> list[str]:
    return [" ".join(page.extract_text().split()) for page in PdfReader(BytesIO(pdf)).pages]


def test_the_list_on_paper_has_every_item_and_a_page_for_each_trade() -> None:
    job = read_job(demo_documents()[2])
    found = pages(work_sheet(job, DAY))
    whole = " ".join(found)
    items = [item for item in planned(demo_documents()[2]).work.items if item.who == "crew"]
    assert len(items) > 20
    assert all(item.what in whole for item in items)
    assert found[-1].startswith("For the licensed electrician") and "keeps open: the whole attic" in found[-1]
    assert "Take it to be live" in found[-1] and "Signature" in found[-1]
    assert [f"page {n} of {len(found)}" in text for n, text in enumerate(found, 1)] == [True] * len(found)
    holes = next(text for text in found if text.startswith("Holes that should be there"))
    assert "9 of 12" in holes


def test_the_list_on_paper_says_who_left_what_out_and_is_told_in_metric() -> None:
    job = attic(features=[{"id": "ch", "kind": "chase", "size_in": [16, 24]}])
    job["preparation"] = {
        "decisions": [{"key": "chase:ch", "left_out": {"reason": "the owner does it", "by": "Rowan"}}]
    }
    assert "left out by Rowan: the owner does it" in " ".join(pages(work_sheet(read_job(job), DAY)))
    with paper_view(True):
        assert "Open chase 406 × 610 mm" in " ".join(pages(work_sheet(read_job(job), DAY)))


def changed(**answer: Any) -> dict[str, Any]:
    job = attic(ceiling={"board": "gypsum_5_8"})
    item = {
        "id": "x",
        "kind": "relay",
        "section": "main",
        "amount": 40,
        "text": "wet batts over the bath",
        "after_offer": True,
    }
    job["preparation"] = {"added": [item | answer]}
    return job


def test_nothing_of_a_change_is_in_the_price_before_the_yes() -> None:
    before = planned(attic(ceiling={"board": "gypsum_5_8"})).cost.price
    asked = planned(changed())
    assert asked.cost.price == pytest.approx(before)
    item = next(i for i in asked.work.items if i.key == "added:x")
    assert item.change == "asked" and item.price > 0
    assert [(m.who, m.key) for m in asked.work.gate.missing if m.key == "added:x"] == [("customer", "added:x")]
    yes = planned(changed(answer={"said": "yes", "by": "M. Ashby", "on": "2026-05-03"}))
    # 40 ft² of batts are 1.05 of a bundle, so two are bought; 40 ft of strapping is one roll; one person-hour.
    assert yes.cost.price - before == pytest.approx((2 * 30 + 16 + 46) * 1.15 / 0.8)
    no = planned(changed(answer={"said": "no", "by": "M. Ashby", "on": "2026-05-03"}))
    assert no.cost.price == pytest.approx(before)
    assert next(i for i in no.work.items if i.key == "added:x").state == "as_it_is"


def test_a_change_on_paper_has_its_items_its_price_and_the_answer() -> None:
    (page,) = pages(change_order(read_job(changed()), DAY))
    price = next(i for i in planned(changed()).work.items if i.key == "added:x").price
    assert "wet batts over the bath" in page and "not answered yet" in page
    assert f"Asked for: ${price:,.0f} more" in page
    (answered,) = pages(
        change_order(read_job(changed(answer={"said": "yes", "by": "M. Ashby", "on": "2026-05-03"})), DAY)
    )
    assert "yes, M. Ashby, 2026-05-03" in answered and "Asked for: $0 more" in answered
    with pytest.raises(JobError, match="found after the offer"):
        change_order(read_job(attic()), DAY)


def test_the_offer_says_what_must_be_done_first_and_has_it_in_its_price() -> None:
    job = attic(ceiling={"board": "gypsum_5_8"}, features=[{"id": "ch", "kind": "chase", "size_in": [16, 24]}])
    (page,) = pages(offer(read_job(job), DAY))
    assert "What must be done first, in each price: open chase" in page
    assert f"${planned(job).cost.price:,.0f}" in page
    assert "not in these prices" not in page
