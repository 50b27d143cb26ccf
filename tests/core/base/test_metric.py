"""The metric view of sentences, measure by measure, and that names and pitches stay."""

from __future__ import annotations

import re

import pytest

from elm_cover.core.base.metric import all_in_metric, in_metric
from elm_cover.core.hazards.stops import STOPS
from elm_cover.core.plan import plan
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import read_job


@pytest.mark.parametrize(
    ("text", "metric"),
    [
        ("only 16⅛ in of insulation", "only 410 mm of insulation"),
        ("⅜ in longer", "10 mm longer"),
        ("−1½ in below", "−38 mm below"),
        ("over 12 ft 6 in of it", "over 3.81 m of it"),
        ("a run of 38 ft.", "a run of 11.58 m."),
        ("lies over Main by 48.0 ft²", "lies over Main by 4.5 m²"),
        ("up to 1,188 ft² or a fifth", "up to 110.4 m² or a fifth"),
        ("2.06 lb/ft² on a ceiling that may carry 1.3 lb/ft²", "10.1 kg/m² on a ceiling that may carry 6.3 kg/m²"),
        ("3.5 lb/ft³", "56.1 kg/m³"),
        ("R-49 is 6 in over R-6.6", "RSI 8.63 is 152 mm over RSI 1.16"),
        ("1½ to 2 in is good practice", "38 to 51 mm is good practice"),
        ("12 × 18 in louver of 80 in²", "305 × 457 mm louver of 516 cm²"),
        ("stands at 90, 9 ft, outside", "stands at 27.43, 2.74 m, outside"),
        ("70 °F indoors, −8 °F out", "21.1 °C indoors, −22.2 °C out"),
        ("a 25 lb bag of 90.5 ft³", "a 11.3 kg bag of 2.56 m³"),
        ("pitch 0.9 in 12 is a low roof", "pitch 0.9 in 12 is a low roof"),
        ("pitch 5 in 12, 1½ in of air", "pitch 5 in 12, 38 mm of air"),
        ("5 in 12, heel 6 in", "5 in 12, heel 152 mm"),
        ("23 bags in Main house; 2 pieces in each", "23 bags in Main house; 2 pieces in each"),
        ("IECC R402.2, ISO 10211", "IECC R402.2, ISO 10211"),
        ("code 2021, edition of 2018", "code 2021, edition of 2018"),
    ],
)
def test_measure_by_measure(text: str, metric: str) -> None:
    assert in_metric(text) == metric


def test_names_codes_and_figures_stay() -> None:
    answer = {
        "title": "Glass batt R-30, 24 x 48 in", "name": "9 ft lane", "code": "plate 6 in", "depth_in": 6.0,
        "flags": [{"text": "6 in", "what_to_do": "1 in or more", "section": "2 in"}], "missing": ("3 ft",), "none": None,
    }  # fmt: skip
    assert all_in_metric(answer) == answer | {
        "flags": [{"text": "152 mm", "what_to_do": "25 mm or more", "section": "2 in"}],
        "missing": ["0.91 m"],
    }


def test_nothing_that_the_demo_jobs_or_the_hazards_say_is_left_in_inches() -> None:
    left = re.compile(r"\d[⅛¼⅜½⅝¾⅞]? (in|ft|lb)\b(?! 12)|lb/ft|ft²|in²|R-\d|°F")
    said = [flag for job in demo_documents() for flag in plan(read_job(job)).flags]
    texts = [in_metric(text) for flag in said for text in (flag.text, flag.what_to_do)]
    texts += [in_metric(part) for stop in STOPS.values() for part in (stop.signs, stop.cleared_by)]
    assert len(texts) > 60
    assert [text for text in texts if left.search(text)] == []
