"""A long shelf: page by page, by words in any alphabet, in an order that no clock can upset, and from short rows alone."""

from __future__ import annotations

import shutil
from collections.abc import Sequence
from datetime import timedelta
from pathlib import Path
from typing import Any

import pytest

from elm_cover.store.database import FILE_NAME
from elm_cover.store.jobs import JobStore
from elm_cover.store.revisions import Change
from elm_cover.store.rows import RevisionRow
from elm_cover.store.shelf import NoSuchPageError, Sought
from tests.store.test_jobs import OLD_FILE, Clock

FLOORS = [950.0, 400.0, 1200.0, 400.0, 700.0]
NAMES = ["Weir Bank", "Äpfelgasse", "weir bank", "Улица Садовая", "Quarry Loop"]


def short(document: dict[str, Any], _: Sequence[dict[str, Any]]) -> dict[str, Any]:
    """A headline that needs no plan."""
    return {"name": document["name"], "totals": {"area_ft2": document["floor"]}}


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def store(tmp_path: Path, clock: Clock) -> JobStore:
    found = JobStore(tmp_path, short, clock)
    for number, (name, floor) in enumerate(zip(NAMES, FLOORS, strict=True)):
        found.create({"name": name, "floor": floor, "address": f"{number} Hollin Ford"}, "local")
    return found


def names(store: JobStore, **sought: Any) -> list[str]:
    return [line.summary["name"] for line in store.page(Sought(**sought)).lines]


def test_what_was_saved_last_comes_first_whatever_the_clock_says(store: JobStore, clock: Clock) -> None:
    assert names(store) == NAMES[::-1]
    clock.now -= timedelta(days=400)
    job = store.get(store.page(Sought()).lines[-1].id)
    store.replace(job.id, job.document, job.saves, Change(actor="local"))
    assert names(store)[0] == "Weir Bank"
    newest = store.page(Sought()).lines[0]
    assert newest.saved_at.startswith("2025-03-28"), "the time is told as the clock said it"


def test_it_is_sorted_by_name_and_by_floor(store: JobStore) -> None:
    assert names(store, sort="name")[:3] == ["Quarry Loop", "Weir Bank", "weir bank"] or names(store, sort="name")[:3] == [
        "Quarry Loop", "weir bank", "Weir Bank",
    ]  # fmt: skip
    assert [round(line.summary["totals"]["area_ft2"]) for line in store.page(Sought(sort="floor")).lines] == [
        1200, 950, 700, 400, 400,
    ]  # fmt: skip


@pytest.mark.parametrize(
    ("words", "found"),
    [
        ("WEIR", {"Weir Bank", "weir bank"}),
        ("bank 2", {"weir bank"}),
        ("äpfel", {"Äpfelgasse"}),
        ("САДОВАЯ", {"Улица Садовая"}),
        ("hollin weir", {"Weir Bank", "weir bank"}),
        ("%", set()),
        ("_", set()),
        ("  ", set(NAMES)),
    ],
)
def test_every_word_is_to_be_in_name_or_address(store: JobStore, words: str, found: set[str]) -> None:
    page = store.page(Sought(words=words))
    assert {line.summary["name"] for line in page.lines} == found and page.count == len(found)


@pytest.mark.parametrize("sort", ["saved", "name", "floor"])
@pytest.mark.parametrize("limit", [1, 2, 3, 5, 60])
def test_page_after_page_is_the_whole_shelf_each_job_once(store: JobStore, sort: str, limit: int) -> None:
    whole = [line.id for line in store.page(Sought(sort=sort)).lines]
    found: list[str] = []
    cursor, pages = None, 0
    while pages == 0 or cursor is not None:
        page = store.page(Sought(sort=sort, limit=limit, cursor=cursor))
        assert page.count == 5 and len(page.lines) <= limit
        found += [line.id for line in page.lines]
        cursor, pages = page.next, pages + 1
    assert found == whole and pages == -(-5 // limit)


def test_a_cursor_of_no_page_is_refused(store: JobStore) -> None:
    other = store.page(Sought(sort="name", limit=1)).next
    for cursor in ("", "x", "!!", "W10", "WyJzYXZlZCIsIG51bGwsIDFd", other):
        with pytest.raises(NoSuchPageError):
            store.page(Sought(cursor=cursor))


def test_the_bin_is_found_by_the_same_words(store: JobStore) -> None:
    line = store.page(Sought(words="quarry")).lines[0]
    store.discard(line.id, "local")
    assert names(store, words="quarry") == [] and names(store, words="quarry", in_bin=True) == ["Quarry Loop"]
    store.bring_out(line.id, "local")
    assert names(store)[0] == "Quarry Loop"


def test_no_document_is_read_for_a_page_or_for_a_history(store: JobStore, monkeypatch: pytest.MonkeyPatch) -> None:
    """What is read is what is selected: a page names no revision, a history no document."""
    asked: list[str] = []
    execute = store._database.execute_sql

    def heard(sql: str, *more: Any, **how: Any) -> Any:
        asked.append(sql)
        return execute(sql, *more, **how)  # type: ignore[no-untyped-call]

    monkeypatch.setattr(store._database, "execute_sql", heard)
    page = store.page(Sought(words="weir"))
    selects = [sql for sql in asked if sql.startswith("SELECT")]
    assert len(selects) == 2 and not any(RevisionRow._meta.table_name in sql for sql in selects), "a count and a page"
    asked.clear()
    store.revisions(page.lines[0].id)
    history = [sql for sql in asked if '"started_at"' in sql and '"document"' not in sql]
    assert len(history) == 1


def test_a_shelf_of_an_older_program_can_be_searched_at_once(tmp_path: Path) -> None:
    shutil.copy(OLD_FILE, tmp_path / FILE_NAME)
    store = JobStore(tmp_path, lambda document, _: {"name": document.get("name"), "totals": {"area_ft2": 1}})
    whole = store.page(Sought())
    assert whole.count >= 1 and all(line.saved_at and line.summary for line in whole.lines)
    name = whole.lines[0].summary["name"]
    assert store.page(Sought(words=str(name).upper())).count >= 1
