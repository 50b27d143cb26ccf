"""The eave detail and the eave part of the sheet: to scale, dimensioned, one page, and for any eave of the job."""

from __future__ import annotations

import json
import re
from datetime import date
from io import BytesIO
from pathlib import Path
from typing import Any

import pytest
from pypdf import PdfReader

from elm_cover.cli import main
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import JobError, read_job
from elm_cover.papers.eave_detail import eave_detail
from elm_cover.papers.job_sheet import job_sheet
from tests.conftest import attic, eave

TODAY = date(2026, 11, 23)


def text_of(pdf: bytes) -> str:
    pages = PdfReader(BytesIO(pdf)).pages
    return " ".join(page.extract_text() for page in pages)


def test_the_detail_has_every_dimension_on_one_page() -> None:
    pdf = eave_detail(read_job(attic()), TODAY, "main", 2)
    assert len(PdfReader(BytesIO(pdf)).pages) == 1
    text = text_of(pdf)
    # Heel 6½, room 4⅞, old 3½, new 15⅛, fill line 18⅝, full depth at (18.6 − 4.875) · 12/5, chute (… + 4.8)/cosθ.
    for part in (
        "north", "heel 6½ in", "fill 4⅞ in", "old 3½ in", "new 15⅛ in", "fill line 18⅝ in", "full depth from 33 in",
        "chute 40⅞ in", "pitch 5 in 12, 1½ in of air", "19 of thin formed chute, 22½ in wide", "Coldest spot inside:",
        "last word",
    ):  # fmt: skip
        assert part in text, part


def test_the_drawing_is_to_the_scale_it_names() -> None:
    """The chute's dimension line on the paper is the chute's length over the scale."""
    pdf = eave_detail(read_job(attic()), TODAY)
    scale = int(re.search(r"1 to (\d+)", text_of(pdf))[1])
    content = PdfReader(BytesIO(pdf)).pages[0].get_contents().get_data().decode("latin-1")
    lines = re.findall(r"n ([\d.]+) ([\d.]+) m ([\d.]+) ([\d.]+) l S", content)
    lengths = [((float(c) - float(a)) ** 2 + (float(d) - float(b)) ** 2) ** 0.5 for a, b, c, d in lines]
    chute = (13.725 * 12 / 5 + 2 * 12 / 5) * 13 / 12
    for inches in (chute, 6.5, 18.6, 3.5):
        assert any(length == pytest.approx(inches * 72 / scale, abs=0.1) for length in lengths), inches


def test_the_eave_part_of_the_sheet_names_the_bays_that_differ() -> None:
    marks = [{"place": 4, "state": "blocked", "by": "chimney"}, {"place": 9, "baffle": False}]
    job = attic(edges=[eave(bays=marks, remedy={"kind": "dense_batt"}), {"kind": "gable"}, eave(), {"kind": "gable"}])
    job["settings"] = {"baffle_kind": "rigid_foam", "baffle_thickness_in": 1}
    text = text_of(job_sheet(read_job(job), TODAY)).replace("\n", " ")
    for part in (
        "rigid foam, cut on site, 22½ in wide", "closed bay 5 (chimney)", "left open to the wind bay 10",
        "denser batts at the edge", "sheets of 4 × 8 ft", "metal and mineral wool only",
    ):  # fmt: skip
        assert part in text, part


def test_bays_are_counted_on_paper_as_on_the_screen() -> None:
    """The north run's wall begins in the east; it is read from the west, as the Floor is."""
    marks = [{"place": 18, "state": "blocked", "by": "gable_return"}]
    job = attic(edges=[eave(), {"kind": "gable"}, eave(bays=marks), {"kind": "gable"}])
    text = text_of(job_sheet(read_job(job), TODAY)).replace("\n", " ")
    assert "north eave: closed bay 1 (gable return). Counted from the west." in text


def test_an_eave_that_is_not_there_is_refused(job: dict[str, Any]) -> None:
    with pytest.raises(JobError, match="edge: no eave there"):
        eave_detail(read_job(job), TODAY, "main", 1)
    job["sections"][0]["edges"][0].pop("heel_in")
    with pytest.raises(JobError, match="pick one in the strip"):
        eave_detail(read_job(job), TODAY)


@pytest.mark.parametrize("number", range(3))
def test_every_demo_job_has_a_detail_from_the_command_line_too(number: int, tmp_path: Path) -> None:
    file = tmp_path / "job.json"
    file.write_text(json.dumps(demo_documents()[number]))
    assert main(["export", str(file), str(tmp_path / "x.eave.pdf")]) == 0
    assert (tmp_path / "x.eave.pdf").read_bytes().startswith(b"%PDF")


def test_the_command_line_solves_corners(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "job.json"
    file.write_text(json.dumps(attic()))
    assert main(["corners", str(file)]) == 0
    assert json.loads(capsys.readouterr().out)["corners"][0]["edges"] == [0, 2]
