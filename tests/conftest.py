"""Jobs to test with, built from parts."""

from __future__ import annotations

import copy
import os
from typing import Any

import pytest
from hypothesis import HealthCheck, settings

from elm_cover.core.plan import Plan, plan
from elm_cover.job import read_job

# How long an example takes is the machine's affair. Where a landing hangs on it the examples are the same each time; at a desk
# every run looks at others.
settings.register_profile("any machine", deadline=None, suppress_health_check=[HealthCheck.too_slow])
settings.register_profile("landing", settings.get_profile("any machine"), derandomize=True)
settings.load_profile("landing" if os.environ.get("CI") else "any machine")

CHART = [
    {"r": 19, "installed_in": 5.9, "settled_in": 5.2, "coverage_ft2": 36.1, "weight_psf": 0.692},
    {"r": 30, "installed_in": 9.3, "settled_in": 8.2, "coverage_ft2": 22.8},
    {"r": 38, "installed_in": 11.8, "settled_in": 10.4, "coverage_ft2": 17.8},
    {"r": 49, "installed_in": 15.1, "settled_in": 13.3, "coverage_ft2": 13.5},
    {"r": 60, "installed_in": 18.4, "settled_in": 16.2, "coverage_ft2": 10.9},
]


def eave(heel_in: float = 6.5, pitch_in_12: float = 5, **more: Any) -> dict[str, Any]:
    return {"kind": "eave", "heel_in": heel_in, "pitch_in_12": pitch_in_12, "soffit": "continuous", **more}


def rectangle(length_ft: float = 38, width_ft: float = 25) -> list[list[float]]:
    return [[0, 0], [length_ft, 0], [length_ft, width_ft], [0, width_ft]]


def attic(**section: Any) -> dict[str, Any]:
    """A gabled attic of 38 × 25 ft over old batts, to be blown with cellulose to R-49."""
    return copy.deepcopy(
        {
            "format": "elm-cover.job",
            "version": 1,
            "house": {"climate_zone": "5A"},
            "target": {"basis": "custom", "r": 49},
            "products": [{"id": "c1", "name": "Cellulose", "kind": "cellulose_loose", "bag_lb": 25, "chart": CHART}],
            "sections": [
                {
                    "id": "main",
                    "outline_ft": rectangle(),
                    "edges": [eave(), {"kind": "gable"}, eave(), {"kind": "gable"}],
                    "ceiling": {"board": "gypsum_1_2"},
                    "framing": {"kind": "truss", "run": "y", "spacing_in": 24, "depth_in": 3.5},
                    "existing": [{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 8}],
                    **section,
                }
            ],
            "choice": {"main": {"method": "top_up", "product": "c1"}},
        }
    )


def planned(document: dict[str, Any]) -> Plan:
    return plan(read_job(document))


def codes(result: Plan) -> set[str]:
    return {flag.code for flag in result.flags}


@pytest.fixture
def job() -> dict[str, Any]:
    return attic()
