"""What a board carries, spacing by spacing (handbook §7)."""

from __future__ import annotations

import pytest

from elm_cover.core.layers.ceiling_load import load_limit_psf


@pytest.mark.parametrize(
    ("board", "spacing_in", "limit"),
    [
        ("gypsum_1_2", 16, 2.2), ("gypsum_1_2", 16.1, 1.3), ("gypsum_1_2", 24, 1.3), ("gypsum_1_2", 24.1, None),
        ("gypsum_1_2_sag", 16, 2.2), ("gypsum_1_2_sag", 19.2, 1.6), ("gypsum_1_2_sag", 24, 1.6),
        ("gypsum_1_2_sag", 24.1, None), ("gypsum_5_8", 12, 2.2), ("gypsum_5_8", 24, 2.2), ("gypsum_5_8", 24.1, None),
        ("plaster", 16, None), ("gypsum_3_8", 16, None),
    ],
)  # fmt: skip
def test_the_published_limits(board: str, spacing_in: float, limit: float | None) -> None:
    assert load_limit_psf(board, spacing_in) == limit
