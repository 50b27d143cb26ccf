"""In which view an answer says its measures."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel

from ...core.base.metric import all_in_metric


class ViewQuery(BaseModel):
    """units: how sentences say their measures; figures are always in feet, inches, pounds and °F."""

    units: Literal["feet", "metric"] = "feet"

    def told(self, answer: Any) -> Any:
        """The answer with its sentences in this view."""
        return all_in_metric(answer) if self.units == "metric" else answer
