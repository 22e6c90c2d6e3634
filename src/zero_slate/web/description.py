"""The API's description as a product: what the framework leaves out is added in one place.

Fields of the values that are answered are described by the texts under them, as those of requests
are; problems have their own media type; forms and parameters speaking names.
"""

import ast
import dataclasses
import inspect
import sys
import textwrap
from collections.abc import Iterator
from typing import Any

from fastapi import FastAPI
from fastapi.openapi.utils import get_openapi

from zero_slate.core.base.texts import LARGEST_NUMBER
from zero_slate.web.problems import MEDIA_TYPE

_METHODS = ("get", "post", "put", "patch", "delete")


def describe(app: FastAPI) -> None:
    """Make an application describe itself in full."""

    def openapi() -> dict[str, Any]:
        if app.openapi_schema is None:
            said = get_openapi(
                title=app.title,
                version=app.version,
                summary="Sets up a shot so that everything made in it matches the edit.",
                routes=app.routes,
            )
            _name_forms(said)
            _describe_fields(said)
            for operation in _operations(said):
                _finish(operation)
            _drop_unused(said)
            app.openapi_schema = said
        return app.openapi_schema

    app.openapi = openapi  # type: ignore[method-assign]


def _operations(said: dict[str, Any]) -> Iterator[dict[str, Any]]:
    for path in said["paths"].values():
        yield from (path[method] for method in _METHODS if method in path)


def _finish(operation: dict[str, Any]) -> None:
    """Give problems their media type, and take out what the framework says it may answer."""
    answers = operation["responses"]
    malformed = answers.get("422", {}).get("content", {}).get("application/json", {})
    if "HTTPValidationError" in str(malformed):
        answers["422"] = {
            "description": "The request can't be read.",
            "content": {"application/json": {"schema": {"$ref": "#/components/schemas/Problem"}}},
        }
    if "requestBody" in operation:
        answers["413"] = {
            "description": "The request is larger than what is taken here.",
            "content": {"application/json": {"schema": {"$ref": "#/components/schemas/Problem"}}},
        }
    for status, answer in answers.items():
        content = answer.get("content", {})
        if status >= "400" and "application/json" in content:
            answer["content"] = {MEDIA_TYPE: content["application/json"]}
        if len(content) > 1 and status == "200":
            # What is a file is no JSON besides.
            answer["content"] = {
                kind: each for kind, each in content.items() if each.get("schema") != {}
            }
    for parameter in operation.get("parameters", ()):
        parameter.setdefault("description", _PARAMETERS.get(parameter["name"], ""))
        if parameter["schema"].get("type") == "integer":
            parameter["schema"].setdefault("minimum", 1)
            parameter["schema"].setdefault("maximum", LARGEST_NUMBER)


_PARAMETERS = {
    "production_id": "The number of a production.",
    "shot_id": "The number of a shot.",
    "element_id": "The number of an element of the shot.",
    "cut": "The number of a cut.",
    "batch_id": "The number of a change to several shots.",
    "installation": "The installation: 0, this one.",
    "arrival_id": "The number of an archive that was opened.",
    "bin_key": "What something in the bin goes by.",
    "own_id": "The number of an own format, or of a layout that was kept.",
    "person_id": "The number of a profile.",
    "number": "The number of a data file or of a piece of work, as it was given.",
    "volume": "The name of a volume.",
    "setting": "A setting by its key, as `canvas`.",
    "form": "The form of the file.",
    "texture": "The name of a texture, as `wash`.",
    "key": "The key of a picture, as a sheet of layers gives it.",
}


def _name_forms(said: dict[str, Any]) -> None:
    """Name the forms that files are sent in by what they are sent for."""
    schemas = said["components"]["schemas"]
    forms = [name for name in schemas if name.startswith("Body_")]
    text = {name: "".join(map(str.capitalize, name.split("_")[1:])) + "Form" for name in forms}
    for old, new in text.items():
        schemas[new] = {**schemas.pop(old), "title": new}
    for operation in _operations(said):
        for content in operation.get("requestBody", {}).get("content", {}).values():
            reference = content["schema"].get("$ref", "")
            name = reference.rpartition("/")[2]
            if name in text:
                content["schema"]["$ref"] = f"#/components/schemas/{text[name]}"


def _drop_unused(said: dict[str, Any]) -> None:
    schemas = said["components"]["schemas"]
    for name in ("HTTPValidationError", "ValidationError"):
        schemas.pop(name, None)


def _describe_fields(said: dict[str, Any]) -> None:
    """Add the text under each field of a dataclass as the field's description."""
    classes = _dataclasses()
    for name, schema in said["components"]["schemas"].items():
        texts = field_texts(classes[name]) if name in classes else {}
        for key, each in schema.get("properties", {}).items():
            if "description" not in each and key in texts:
                each["description"] = texts[key]


def _dataclasses() -> dict[str, type]:
    """Return every dataclass of ours by its name; the API's names are each of one class."""
    found: dict[str, type] = {}
    for name, module in tuple(sys.modules.items()):
        if not name.startswith("zero_slate."):
            continue
        for each in vars(module).values():
            if inspect.isclass(each) and each.__module__.startswith("zero_slate."):
                found |= {each.__name__: each} if dataclasses.is_dataclass(each) else {}
    return found


def field_texts(cls: type) -> dict[str, str]:
    """Return the text under each field of a class, by the field's name."""
    tree = ast.parse(textwrap.dedent(inspect.getsource(cls))).body[0]
    assert isinstance(tree, ast.ClassDef)
    found = {}
    for field, text in zip(tree.body, tree.body[1:], strict=False):
        if (
            isinstance(field, ast.AnnAssign)
            and isinstance(field.target, ast.Name)
            and isinstance(text, ast.Expr)
            and isinstance(text.value, ast.Constant)
            and isinstance(text.value.value, str)
        ):
            found[field.target.id] = " ".join(text.value.value.split())
    return found
