"""Answers that a firm gives at most of its jobs: a new attic starts with them, each to be changed."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from .fields import DocumentModel, Number, TargetR, Zone
from .section import Board, Edition, FramingKind, Soffit


class Usual(DocumentModel):
    """Inches; what is left out is asked anew at each job. r is read only where basis is custom."""

    climate_zone: Zone | None = None
    basis: Literal["code", "retrofit", "custom"] | None = None
    edition: Edition | None = None
    r: TargetR | None = None
    board: Board | None = None
    framing: FramingKind | None = None
    run: Literal["x", "y"] | None = None
    spacing_in: Number | None = Field(None, ge=8, le=48)
    joist_in: Number | None = Field(None, ge=1.5, le=24)
    heel_in: Number | None = Field(None, ge=0, le=120)
    pitch_in_12: Number | None = Field(None, gt=0, le=24)
    soffit: Soffit | None = None
