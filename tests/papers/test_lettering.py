"""Papers print Latin, Greek and Cyrillic, and never a box; what no font has is said before."""

from __future__ import annotations

import re
from datetime import date
from io import BytesIO
from typing import Any

import pytest
from flask.testing import FlaskClient
from pypdf import PdfReader

from elm_cover.api.app import create_app
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import JobError, read_job
from elm_cover.papers.eave_detail import eave_detail
from elm_cover.papers.job_sheet import job_sheet
from elm_cover.papers.lettering import (
    BOLD,
    GAP,
    REGULAR,
    WIDE,
    WIDE_BOLD,
    marked,
    missing_letters,
    paper_view,
    runs,
    width_of,
)
from elm_cover.papers.offer import offer
from tests.conftest import attic

TODAY = date(2026, 5, 2)


def text_of(pdf: bytes) -> str:
    return " ".join(" ".join(page.extract_text().split()) for page in PdfReader(BytesIO(pdf)).pages)


def fonts_of(pdf: bytes) -> set[str]:
    page = PdfReader(BytesIO(pdf)).pages[0]
    return {str(font.get_object()["/BaseFont"]).split("+")[-1] for font in page["/Resources"]["/Font"].values()}


def named(**more: Any) -> dict[str, Any]:
    return attic() | {"name": "Οδός Ελιάς 9, Żółć, Вязовая улица", "address": "Ångström & Söhne <Ő>"} | more


def test_latin_greek_and_cyrillic_are_printed_with_a_font_beside_ours() -> None:
    pdf = job_sheet(read_job(named()), TODAY)
    text = text_of(pdf)
    assert "Οδός Ελιάς 9, Żółć, Вязовая улица" in text and "Ångström & Söhne <Ő>" in text
    assert any("DejaVu" in font for font in fonts_of(pdf)) and any("Hyperlegible" in font for font in fonts_of(pdf))
    plain = job_sheet(read_job(attic() | {"name": "9 Quarry Loop"}), TODAY)
    assert not any("DejaVu" in font for font in fonts_of(plain)), "embedded only where it is needed"
    assert len(pdf) < 400_000, "and only the letters that are"


def test_in_a_paragraph_too() -> None:
    job = named()
    job["sections"][0]["name"] = "Чердак"
    assert "Чердак" in text_of(job_sheet(read_job(job), TODAY))
    assert marked("a < Ж") == 'a &lt; <font name="Wide">Ж</font>'


def test_stretches_of_one_font_each() -> None:
    assert list(runs("Elm Вяз 9")) == [(REGULAR, "Elm "), (WIDE, "Вяз"), (REGULAR, " 9")]
    assert list(runs("Вяз", BOLD)) == [(WIDE_BOLD, "Вяз")]
    assert list(runs("12⅜ in")) == [(REGULAR, "12⅜ in")]
    assert list(runs("e\u0301")) == [(REGULAR, "é")], "letters written in two signs are put together"
    assert list(runs("Żółć!")) == [(WIDE, "Żółć!")], "a word does not fall apart into two fonts"
    assert "".join(part for _, part in runs("x木y")) == f"x{GAP}y" and list(runs("")) == []
    assert width_of("Elm Вяз", REGULAR, 10) == pytest.approx(
        width_of("Elm ", REGULAR, 10) + width_of("Вяз", REGULAR, 10)
    )


def test_letters_in_no_font_are_named_by_field_before_printing(tmp_path: Any) -> None:
    job = named(name="木の家", address="9 Quarry Loop")
    job["sections"][0]["name"] = "屋根 roof"
    faults = missing_letters(read_job(job))
    assert [(fault.path, fault.text.split(":")[0]) for fault in faults] == [
        ("name", "“木の家”"),
        ("sections[0].name", "“屋根”"),
    ]
    assert missing_letters(read_job(named())) == []
    client: FlaskClient = create_app(tmp_path).test_client()
    answer = client.post("/api/jobs", json=job)
    url, tag = answer.headers["Location"], {"If-Match": answer.headers["ETag"]}
    refused = client.post(f"{url}/papers", headers=tag)
    assert refused.status_code == 409 and refused.json["errors"][0]["field"] == "name"
    printed = client.post(f"{url}/papers?gaps=true", headers=tag)
    assert printed.status_code == 201
    assert f"{GAP}{GAP}{GAP}" in text_of(client.get(printed.json["url"]).data)


def test_the_firm_stands_on_the_offer_with_how_long_it_holds_and_where_to_sign() -> None:
    job = attic()
    job["firm"] = {"name": "Fern & Lintel", "address": "2 Mill Row", "licence": "HI-0042", "offer_days": 30}
    text = text_of(offer(read_job(job), TODAY))
    assert "Fern & Lintel · 2 Mill Row · licence HI-0042" in text
    assert "This offer holds until 2026-06-01." in text
    assert "customer, signature and day" in text and "Fern & Lintel, signature and day" in text
    bare = text_of(offer(read_job(attic()), TODAY))
    assert "holds until" not in bare and "firm, signature and day" in bare and "licence" not in bare


INCHES = re.compile(r"\d[⅛¼⅜½⅝¾⅞]? (?:in|ft|lb)\b(?! 12)|lb/ft|ft²|in²|R-\d|°F")


@pytest.mark.parametrize("kind", ["job sheet", "offer", "eave detail"])
def test_a_paper_in_the_metric_view_has_no_inch_left(kind: str) -> None:
    printed = {"job sheet": job_sheet, "offer": offer, "eave detail": eave_detail}[kind]
    for job in (attic(), *demo_documents()):
        try:
            feet = text_of(printed(read_job(job), TODAY))
        except JobError:
            continue  # nothing to offer yet
        with paper_view(metric=True):
            metric = text_of(printed(read_job(job), TODAY))
        assert INCHES.search(feet) and [found.group() for found in INCHES.finditer(metric)] == [], kind
        assert " mm" in metric and "RSI" in metric


def test_the_view_of_a_paper_is_the_papers_own(tmp_path: Any) -> None:
    client: FlaskClient = create_app(tmp_path).test_client()
    answer = client.post("/api/jobs", json=attic())
    url, tag = answer.headers["Location"], {"If-Match": answer.headers["ETag"]}
    first = client.post(f"{url}/papers?units=metric", headers=tag)
    second = client.post(f"{url}/papers", headers={"If-Match": first.headers["ETag"]})
    assert "RSI" in text_of(client.get(first.json["url"]).data)
    assert "RSI" not in text_of(client.get(second.json["url"]).data)
