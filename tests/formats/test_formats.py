"""Chart CSV in, job sheet out."""

from __future__ import annotations

import json
from datetime import date
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from pypdf import PdfReader

from elm_cover.cli import main
from elm_cover.demo.jobs import demo_documents
from elm_cover.formats.batts_csv import write_batts
from elm_cover.formats.charts_csv import COLUMNS, write_charts
from elm_cover.formats.product_library import library, read_products
from elm_cover.job import JobError, read_job
from elm_cover.papers.job_sheet import job_sheet
from tests.conftest import eave, planned

# Without the hose, which a table may leave out.
HEAD = ",".join(COLUMNS[:10])
ROW = "p,Name,cellulose_loose,25,{},{},{},{},,"


def text_of(pdf: bytes) -> str:
    return " ".join(page.extract_text() for page in PdfReader(BytesIO(pdf)).pages)


def test_the_sheet_is_one_page_and_carries_the_plan() -> None:
    job = demo_documents()[0]
    pdf = job_sheet(read_job(job), date(2026, 5, 2))
    assert len(PdfReader(BytesIO(pdf)).pages) == 1
    order = planned(job).order[0]
    text = text_of(pdf)
    for part in (
        f"Order {order.bags_order} bags",
        "9 Quarry Loop",
        "2026-05-02",
        "16⅛ in",
        "licensed trades",
        "1 to 1",
    ):
        assert part in text


def test_a_blocked_job_wears_its_stops_on_paper_and_says_what_becomes_of_the_old_fill() -> None:
    """What does not fit the page goes on to another, not into print that nobody can read."""
    pdf = job_sheet(read_job(demo_documents()[2]), date(2026, 5, 2))
    first, second = (page.extract_text() for page in PdfReader(BytesIO(pdf)).pages)
    assert first.index("STOP. Knob-and-tube wiring, suspected: blocks covering it.") < first.index("Order 58 bags")
    assert "lift the old batts, blow 8¼ in beneath" in first + second
    assert "clear the old fill out, about 45 ft³: 5 bags of 10 ft³" in first + second
    assert second.count("No load limit is published") == 1 and "licensed trades" in second


@pytest.mark.parametrize("name", ["A " + "very " * 60 + "long name", "<b>&amp; \u2028 🏠"])
def test_the_sheet_takes_any_job(job: dict[str, Any], name: str) -> None:
    outline = [[0, 0], [44, 0], [44, 17], [28, 17], [28, 27], [0, 27]]
    wing = {"id": "wing", "name": name, "outline_ft": outline, "edges": [eave(1, 0.5) for _ in range(6)]}
    job["sections"].append(wing)
    for document in (job | {"name": name}, {"format": "elm-cover.job", "version": 1}):
        pdf = job_sheet(read_job(document), date(2026, 5, 2))
        assert len(PdfReader(BytesIO(pdf)).pages) == 1
    assert "STOP" in text_of(job_sheet(read_job(job), date(2026, 5, 2)))


def test_the_command_line_writes_the_sheet(tmp_path: Path, job: dict[str, Any]) -> None:
    file, sheet = tmp_path / "job.json", tmp_path / "sheet.pdf"
    file.write_text(json.dumps(job))
    assert main(["export", str(file), str(sheet)]) == 0
    assert sheet.read_bytes().startswith(b"%PDF")
    assert main(["export", str(file), str(tmp_path / "no" / "sheet.pdf")]) == 2


@pytest.mark.parametrize(
    ("lines", "says"),
    [
        ("", "line 1: the table is empty; the columns are product"),
        ("r;coverage\n19;36", "line 1: columns “product, kind, bag_lb"),
        (f"{HEAD}\n{ROW.format('19', '5,9', '5.2', '36')}", "a decimal comma where commas part the columns?"),
        (f"{HEAD}\n{ROW.format(19, 5.9, 5.2, 36)}", "line 2: p has one row; a chart needs two at least"),
        (f"{HEAD}\n{ROW.format(19, 5.9, 5.2, 36)}\n{ROW.format(30, 9, 8, 37)}", "line 3, coverage_ft2: must fall"),
        (f"{HEAD}\n{ROW.format(30, 9, 8, 22)}\n{ROW.format(19, 5.9, 5.2, 36)}", "line 3, r: must rise from row to row"),
        (f"{HEAD}\n{ROW.format(30, 9, 8, 22)}\n{ROW.format(19, 5.9, 5.2, 36)}", "sort the rows by R"),
        (f"{HEAD}\n{ROW.format(19, 5.9, 'x', 36)}\n", "line 2, settled_in: must be a plain number, not “x”"),
        (HEAD + f"\n{ROW.format(19, 5.9, 5.2, 36)}" * 3001, "at most 3,000 lines"),
        (HEAD + f"\n{ROW.format(19, 5.9, 5.2, 36)}" * 61, "chart: at most 60 allowed"),
        (f"{HEAD}\n{ROW.format(19, 5.9, 5.2, 36)}\n{ROW.format(30, 9, 8, 22)}".replace(",25,", ",0,"), "over 0, not 0"),
    ],
)
def test_a_faulty_chart_is_refused_with_its_line_and_what_to_do(lines: str, says: str) -> None:
    with pytest.raises(JobError) as refused:
        read_products(lines)
    assert says in str(refused.value)


def test_a_spreadsheets_semicolons_and_decimal_commas_are_read() -> None:
    text = f"{HEAD}\n{ROW.format(19, 5.9, 5.2, 36)}\n{ROW.format(30, 9.3, 8.2, 22.5)}"
    given = text.replace(",", ";").replace(".", ",")
    assert read_products("\ufeff" + given) == read_products(text)
    assert read_products(text)[0].chart[1].coverage_ft2 == 22.5


def test_the_library_goes_out_and_comes_in_the_same() -> None:
    loose = tuple(p for p in library() if p.chart)
    batts = tuple(p for p in library() if p.batt)
    assert loose and batts
    assert read_products(write_charts(library())) == loose
    assert read_products(write_batts(library())) == batts
