"""The lists and start values that the screens offer to pick from."""

from __future__ import annotations

from typing import get_args

from flask import Response, jsonify
from flask_openapi3 import Tag

from ..core.batts import BATTS_ONLY, BETWEEN_FIRST
from ..core.climate import zone_lines
from ..core.corner import ASSUMPTION
from ..core.eaves import KINDS as KINDS_OF_BAFFLE
from ..core.eaves import NFA_IN2_EACH, REMEDIES, SIZES
from ..core.hazards import FLUE_TITLES, KINDS, STANDING_CAUTIONS, STOPS
from ..core.layers import CONDITION_MULTIPLIER, CONTACT_VOID, JOIST_WIDTH_IN
from ..core.layers import KINDS as KINDS_OF_INSULATION
from ..core.laying import TENTED_VOID
from ..core.money import FUELS
from ..core.plan import CONCERNS, OPINIONS
from ..core.preparation import PRICED
from ..core.rack import METHODS, TITLES
from ..core.target import EDITIONS, code_table
from ..core.work import KINDS as KINDS_OF_WORK
from ..core.work import TITLES as ADDED
from ..core.work import UNITS
from ..formats.product_library import library
from ..job.book import Book
from ..job.choice import CornerFacts, Settings
from ..job.fields import Zone
from .answers.lists import AddedLine, ChoiceLists, FillCondition, MethodLine, ProductList, Titled, ZoneLine
from .answers.view import ViewQuery
from .blueprint import APIBlueprint

offered = APIBlueprint("offered", __name__, url_prefix="/api", abp_tags=[Tag(name="planning")])


@offered.get("/products", responses={200: ProductList}, summary="The products that ship with the program")
def products() -> Response:
    return jsonify({"products": [product.model_dump(exclude_none=True) for product in library()]})


@offered.get("/lists", responses={200: ChoiceLists}, summary="What the screens offer to pick from")
def lists(query: ViewQuery) -> Response:
    answer = ChoiceLists(
        zones=[ZoneLine(zone=zone, description=words) for zone, words in zone_lines(get_args(Zone))],
        editions=list(EDITIONS),
        code_table={zone: list(code_table(zone)) for zone in get_args(Zone)},
        tented_void_pct=100 * TENTED_VOID,
        contact_void_pct={grade: 100 * void for grade, void in CONTACT_VOID.items()},
        r_per_in={name: kind.r_per_in for name, kind in KINDS_OF_INSULATION.items()},
        materials=[Titled(value=name, title=kind.title) for name, kind in KINDS_OF_INSULATION.items()],
        conditions=[
            FillCondition(value=name, title=name, multiplier=left) for name, left in CONDITION_MULTIPLIER.items()
        ],
        methods=[
            MethodLine(value=name, title=TITLES[name], batts_only=name in BATTS_ONLY, between=name in BETWEEN_FIRST)
            for name in METHODS
        ],
        joist_width_in=JOIST_WIDTH_IN,
        vent_nfa_in2=NFA_IN2_EACH,
        settings=Settings(),
        corner=CornerFacts(),
        hazards=STOPS,
        standing_cautions=list(STANDING_CAUTIONS),
        features=KINDS,
        flues=FLUE_TITLES,
        concerns=list(CONCERNS),
        fuels=FUELS,
        book=Book(),
        opinions=list(OPINIONS),
        baffle_kinds=KINDS_OF_BAFFLE,
        remedies=REMEDIES,
        vent_sizes=list(SIZES),
        wind_assumption=ASSUMPTION,
        work_kinds=KINDS_OF_WORK,
        added_kinds=[AddedLine(value=kind, title=ADDED[kind], unit=unit) for kind, (unit, _) in UNITS.items()],
        preparation_materials=PRICED,
    )
    return jsonify(query.told(answer.model_dump()))
