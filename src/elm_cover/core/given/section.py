"""One section as the core sees it: numbers and small frozen data, read from the job document by ``plan``."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.arrays import Points
from ..eaves.bays import Mark
from ..eaves.remedies import Remedy
from ..eaves.ventilation import VentGroup
from ..enclosed.shapes import CavityInput, SlopeInput, WallInput
from ..hazards.clearances import KeepOut
from ..hazards.features import FeatureInput
from .book import RemovalRates
from .choice import ChoiceInput, SettingsInput, TargetInput


@dataclass(frozen=True)
class EdgeInput:
    """An edge of the outline. kind: None while nobody has said what this wall is. Heel, plate in inches; vented_bays: by
    spot vents on record, None: none is. to: the section it opens to."""

    kind: str | None
    heel_in: float | None
    pitch_in_12: float | None
    soffit: str | None
    plate_width_in: float
    vented_bays: int | None
    marks: tuple[Mark, ...] = ()
    remedy: Remedy | None = None
    to: str | None = None


@dataclass(frozen=True)
class LayerInput:
    """A layer of old fill on record, inches. void: share of the floor, 0 to 1. label_in: what its R was printed for.
    ends_closed: somebody saw to it that the air beneath it is closed at the eaves and round openings."""

    material: str | None
    depth_in: float | None
    r: float | None
    void: float
    open: bool
    condition: str
    density_pcf: float | None
    label_in: float | None = None
    facing: str | None = None
    ends_closed: bool = False


@dataclass(frozen=True, kw_only=True)
class SectionInput:
    """keep_outs: what the fill keeps clear of; filled_decks: boards that it goes beneath.

    way_in_ft: where the crew leaves it. passage_ft: how wide it opens to the next section where it has no way in of its own;
    0 where nothing on record leads into it, None where it has its own.
    """

    id: str
    name: str | None
    kind: str
    path: str
    outline_ft: Points
    edges: tuple[EdgeInput, ...]
    board: str | None
    retarder: str | None
    spacing_in: float | None
    joist_depth_in: float | None
    layers: tuple[LayerInput, ...] | None
    readings: tuple[DepthReading, ...]
    keep_outs: tuple[KeepOut, ...]
    target: TargetInput | None
    zone: str | None
    vented: bool | None
    vents: tuple[VentGroup, ...]
    settings: SettingsInput
    removal: RemovalRates
    choice: ChoiceInput | None
    holes: tuple[Points, ...] = ()
    old_fill: str | None = None
    blocked_by: frozenset[str] = frozenset()
    cleared: frozenset[str] = frozenset()
    features: tuple[FeatureInput, ...] = ()
    filled_decks: tuple[KeepOut, ...] = ()
    slope: SlopeInput | None = None
    wall: WallInput | None = None
    cavity: CavityInput | None = None
    new_construction: bool = False
    run: str | None = None
    way_in_ft: tuple[float, float] | None = None
    openings_in: tuple[tuple[float, float], ...] = ()
    passage_ft: float | None = None
    high_wind: bool = False


@dataclass(frozen=True)
class DepthReading:
    """One reading: where it is in the list, the place in ft or None, total depth in inches, looked at twice or not."""

    index: int
    at_ft: tuple[float, float] | None
    depth_in: float
    checked: bool = False
