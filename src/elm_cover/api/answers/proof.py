"""What the log proves, as answered."""

from __future__ import annotations

from pydantic import BaseModel

from ...core.done import LeakLook, OpenYet, RowAsked
from ...core.filling import Short
from ...core.proof import BattProof, BayProof, Change, DepthProof, FanTest
from .field import RunWhy


class RowsProved(BaseModel):
    by_bags: float | None
    by_depth: float | None


class RProved(BaseModel):
    by_bags: float | None
    by_depth: float | None
    by_cores: float | None
    claimed: float | None


class ProvedTold(BaseModel):
    """Of a section or a product. bags: in, chart, field. asked: what each printed row asks for here; not_yet: what keeps R from
    being claimed; missing: what would prove the row planned, where less is."""

    id: str
    name: str
    depth: DepthProof
    bags: dict[str, float | None]
    rows: RowsProved
    r: RProved
    density_pcf: list[float]
    bays: BayProof | None
    asked: list[RowAsked]
    not_yet: list[str]
    missing: list[str]


class LeakageTold(BaseModel):
    """sealed_cfm50: what the items that are done were thought to be worth. natural_cfm: by rule of thumb; too_tight: less than the
    fresh air that the house wants."""

    before: FanTest | None
    after: FanTest | None
    change: Change | None
    sealed_cfm50: float
    natural_cfm: float | None
    fresh_air_cfm: float | None
    too_tight: bool
    forbidden: list[str]
    points: dict[str, list[tuple[float, float]]]


class BurnerTold(BaseModel):
    test: str
    result: str
    by: str


class ProofAnswer(BaseModel):
    """On top where there is one product, else null."""

    depth: DepthProof | None
    bags: dict[str, float | None] | None
    rows: RowsProved | None
    r: RProved | None
    not_yet: list[str]
    leakage: LeakageTold
    batts: list[BattProof]
    by_least: bool
    open_safety: list[OpenYet]
    notes: list[str]
    looks: list[LeakLook]
    burners: list[BurnerTold]
    stops: list[str]
    sections: list[ProvedTold]
    products: list[ProvedTold]
    short: list[Short]
    refused: list[RunWhy]
