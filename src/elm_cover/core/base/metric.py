"""The metric view of what is said: measures in sentences, as they are written by ``units``, in mm, m, m², kg and RSI.

A view and no second core: nothing is computed from it. A pitch (“5 in 12”) stays what it is.
"""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping
from typing import Any

from .memory import remembered
from .units import EIGHTHS, fixed

MM_PER_IN = 25.4
M_PER_FT = 0.3048
M2_PER_FT2 = 0.09290304
M3_PER_FT3 = 0.0283168
CM2_PER_IN2 = 6.4516
KG_PER_LB = 0.45359237
R_PER_RSI = 5.678

_NUMBER = r"[−-]?(?:\d[\d,]*(?:\.\d+)?[⅛¼⅜½⅝¾⅞]?|[⅛¼⅜½⅝¾⅞])"
_RANGE = rf"(?P<low>{_NUMBER})(?:(?P<between>\s+(?:to|of|–|×|x|and|or)\s+)(?P<high>{_NUMBER}))?"
# A place on the floor is two figures with a comma between.
_PLACE = rf"(?P<low>{_NUMBER})(?:(?P<between>(?:,|\s+(?:to|of|–|×|x|and|or))\s+)(?P<high>{_NUMBER}))?"
# What is written before a unit, the unit, how it is told: the longest units first, so that ft² is not ft.
_BEFORE = r"(?<![\w.,⅛¼⅜½⅝¾⅞-])"


def _figure(text: str) -> float:
    clean = text.replace(",", "").replace("−", "-")
    sign = -1.0 if clean.startswith("-") else 1.0
    clean = clean.lstrip("-")
    part = EIGHTHS.index(clean[-1]) / 8 if clean[-1] in EIGHTHS[1:] else 0.0
    whole = clean[:-1] if part else clean
    return sign * ((float(whole) if whole else 0.0) + part)


def _converter(factor: float, digits: int, unit: str) -> Callable[[re.Match[str]], str]:
    def one(text: str) -> str:
        return fixed(_figure(text) * factor, digits).replace("-", "−")

    def both(found: re.Match[str]) -> str:
        high = "" if found["high"] is None else f"{found['between']}{one(found['high'])}"
        return f"{one(found['low'])}{high} {unit}"

    return both


def _feet_and_inches(found: re.Match[str]) -> str:
    return f"{fixed((_figure(found['feet']) + _figure(found['inches']) / 12) * M_PER_FT, 2)} m"


def _rsi(found: re.Match[str]) -> str:
    return f"RSI {fixed(float(found['r']) / R_PER_RSI, 2)}"


def _celsius(found: re.Match[str]) -> str:
    return f"{fixed((_figure(found['low']) - 32) / 1.8, 1)} °C".replace("-", "−")


_END = r"(?![\w²³/])"
RULES: tuple[tuple[re.Pattern[str], Callable[[re.Match[str]], str]], ...] = (
    (re.compile(rf"{_BEFORE}(?P<feet>\d[\d,]*) ft (?P<inches>{_NUMBER}) in{_END}"), _feet_and_inches),
    (re.compile(rf"{_BEFORE}{_RANGE} lb/ft²"), _converter(KG_PER_LB / M2_PER_FT2, 1, "kg/m²")),
    (re.compile(rf"{_BEFORE}{_RANGE} lb/ft³"), _converter(KG_PER_LB / M3_PER_FT3, 1, "kg/m³")),
    (re.compile(rf"{_BEFORE}{_RANGE} ft²"), _converter(M2_PER_FT2, 1, "m²")),
    (re.compile(rf"{_BEFORE}{_RANGE} ft³"), _converter(M3_PER_FT3, 2, "m³")),
    (re.compile(rf"{_BEFORE}{_RANGE} in²"), _converter(CM2_PER_IN2, 0, "cm²")),
    (re.compile(rf"{_BEFORE}{_PLACE} ft{_END}"), _converter(M_PER_FT, 2, "m")),
    (re.compile(rf"{_BEFORE}{_RANGE} in{_END}(?! 12\b)"), _converter(MM_PER_IN, 0, "mm")),
    (re.compile(rf"{_BEFORE}{_RANGE} lb{_END}"), _converter(KG_PER_LB, 1, "kg")),
    (re.compile(rf"{_BEFORE}(?P<low>{_NUMBER}) °F"), _celsius),
    (re.compile(r"\bR-(?P<r>\d+(?:\.\d+)?)\b"), _rsi),
)


# A plan says mostly what the one before it said.
@remembered()
def in_metric(text: str) -> str:
    """A sentence with its measures in the metric view: “16⅛ in” → “410 mm”, “12 ft 6 in” → “3.81 m”, “R-49” → “RSI 8.63”."""
    for pattern, told in RULES:
        text = pattern.sub(told, text)
    return text


# What names a thing, and is no sentence.
NAMES = frozenset(
    {
        "id",
        "section",
        "code",
        "field",
        "path",
        "product",
        "family",
        "title",
        "name",
        "kind",
        "unit",
        "source",
        "formula",
    }
)


def all_in_metric(answer: Any) -> Any:
    """Every sentence of an answer in the metric view; names, codes and figures as they are."""
    if isinstance(answer, str):
        return in_metric(answer)
    if isinstance(answer, Mapping):
        return {
            key: value if key in NAMES and isinstance(value, str) else all_in_metric(value)
            for key, value in answer.items()
        }
    if isinstance(answer, (list, tuple)):
        return [all_in_metric(item) for item in answer]
    return answer
