"""How a section is insulated and what the job's settings are, in the job document."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from .fields import DocumentModel, Identifier, Number


class Settings(DocumentModel):
    vent_gap_in: Number = Field(1.5, ge=0, le=12)
    baffle_thickness_in: Number = Field(0.0, ge=0, le=12)
    baffle_rule: Literal["every_bay", "vented_bays", "alternate"] = "every_bay"
    wind_block: Literal["integral", "separate"] = "integral"
    baffle_kind: Literal["thin_chute", "card", "rigid_foam"] = "thin_chute"
    baffle_r_per_in: Number = Field(5.0, gt=0, le=10, description="Of rigid foam cut on site")
    baffle_width_in: Number | None = Field(None, gt=0, le=48, description="Left out: as wide as the bay is clear")
    baffle_piece_in: Number = Field(48.0, ge=12, le=120)
    baffle_pieces_most: int | None = Field(
        None, ge=1, le=20, strict=True, description="Pieces at hand for a bay; left out: as many as it takes"
    )
    staples_per_piece: int = Field(6, ge=0, le=100, strict=True)
    wind_washing: bool = Field(False, strict=True)
    chart_rule: Literal["next_row", "interpolate"] = "next_row"
    spare_pct: Number = Field(3.0, ge=0, le=100)
    deduct_framing: bool = Field(False, strict=True)


class CornerFacts(DocumentModel):
    """What the cold corner is judged by. Left out: the start values of the climate zone."""

    room_f: Number = Field(70.0, ge=40, le=100)
    room_humidity_pct: Number | None = Field(None, ge=1, le=99)
    design_f: Number | None = Field(None, ge=-80, le=100, description="The 99 % design temperature outdoors")
    coldest_month_f: Number | None = Field(None, ge=-80, le=100, description="Mean of the coldest month outdoors")
    wall_r: Number = Field(13.0, ge=0.5, le=100, description="Of what fills the wall under the plate")


class Depth(DocumentModel):
    """How deep: by the target, or by a new installed thickness the user set."""

    by: Literal["target", "installed_in"] = "target"
    value_in: Number | None = Field(None, ge=0, le=100)

    @model_validator(mode="after")
    def _value_where_set(self) -> Self:
        if self.by == "installed_in" and self.value_in is None:
            raise ValueError("value_in is needed where by is installed_in: inches of new fill, 0 to 100")
        return self


class Choice(DocumentModel):
    method: Literal[
        "top_up",
        "lift_and_fill",
        "clear_and_blow",
        "batts_across",
        "batts_between_and_across",
        "batts_between_blown_cap",
        "enclosed_fill",
    ] = "top_up"
    product: Identifier | None = None
    depth: Depth = Depth()
    between: Identifier | None = Field(None, description="The batt laid between the joists first")
    layers: int | None = Field(None, ge=1, le=3, strict=True, description="Layers across; left out: by the target")
    density_pcf: Number | None = Field(None, gt=0, le=10, description="Of enclosed fill; left out: by its kind")
