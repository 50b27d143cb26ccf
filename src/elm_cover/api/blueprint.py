"""Routes that say what they take and answer when the program's document is asked for, not at every start: it takes seconds."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from flask_openapi3 import APIBlueprint as Blueprint
from flask_openapi3 import OpenAPI
from flask_openapi3.utils import parse_parameters


class APIBlueprint(Blueprint):
    """Routes under one name."""

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self._said: list[tuple[str, Callable[..., Any], dict[str, Any]]] = []

    def _collect_openapi_info(self, rule: str, func: Callable[..., Any], **said: Any) -> Any:
        self._said.append((rule, func, said))
        return parse_parameters(func, doc_ui=False)

    def told_to(self, app: OpenAPI) -> None:
        """Puts what its routes say into the application's document."""
        for rule, func, said in self._said:
            super()._collect_openapi_info(rule, func, **said)
        self._said = []
        app.tags += [tag for tag in self.tags if tag.name not in app.tag_names]
        app.tag_names += [tag.name for tag in self.tags if tag.name not in app.tag_names]
        app.paths.update(self.paths)
        app.components_schemas.update(self.components_schemas)
