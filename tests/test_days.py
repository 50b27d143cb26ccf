"""Three hundred random days lived by the phone's own code against the program; 5,000 by `make days`."""

from __future__ import annotations

from pathlib import Path

import pytest

from tools.days import BUNDLE, build, documents, live

DAYS = 75


@pytest.fixture(scope="session")
def phones(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The phone's code for node, built once by each worker."""
    return build(tmp_path_factory.mktemp("days")) / BUNDLE.name


@pytest.mark.parametrize("first", [1, 101, 201, 301])
def test_phone_office_fold_proof_and_card_tell_one_truth(first: int, phones: Path) -> None:
    """Two phones, cuts, wipes, wrong bands, days taken back and opened again, stops from the office, clocks days off, a counter."""
    told = live(documents(), first, DAYS, phones)
    assert told.wrong == {}
    # Enough happened for this to mean something.
    assert told.days == DAYS and told.bags > 10 * DAYS and told.halts > DAYS / 4
