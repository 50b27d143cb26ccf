"""In which view an answer says its measures."""

from __future__ import annotations

from functools import cache
from typing import Any, Literal

from pydantic import BaseModel

from ...core.base.metric import all_in_metric


class KnownModel(BaseModel):
    """A model whose schema is made once: the router asks for it at every request."""

    @classmethod
    def model_json_schema(cls, *args: Any, **kwargs: Any) -> dict[str, Any]:
        return _schema_of(cls) if not args and not kwargs else super().model_json_schema(*args, **kwargs)


@cache
def _schema_of(model: type[KnownModel]) -> dict[str, Any]:
    return super(KnownModel, model).model_json_schema()


class ViewQuery(KnownModel):
    """units: how sentences say their measures; figures are always in feet, inches, pounds and °F."""

    units: Literal["feet", "metric"] = "feet"

    @property
    def changes(self) -> bool:
        """Whether it says any sentence otherwise than the core does."""
        return self.units == "metric"

    def told(self, answer: Any) -> Any:
        """The answer with its sentences in this view."""
        return all_in_metric(answer) if self.changes else answer
