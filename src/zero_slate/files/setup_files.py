"""Zero Slate's own files: a shot's setup and an edit format, as JSON with a published schema."""

import json
from collections.abc import Mapping
from typing import Any, Literal, TypeVar

from pydantic import BaseModel, ConfigDict, Field, ValidationError

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.resize import ArtworkFrame
from zero_slate.core.colour.grade import Grade
from zero_slate.core.format_library.format import Format
from zero_slate.core.settings.index import EDIT_SETTINGS, SETTINGS
from zero_slate.core.settings.models.edit_format import EditFormat
from zero_slate.core.settings.models.setup import Setup
from zero_slate.core.shot.brief import Brief
from zero_slate.core.shot.state import Content, Departure
from zero_slate.core.time.marks import FrameMark

VERSION = 1
LARGEST = 2**20


class DocumentRefusal(Refusal):
    """A file that can't be taken: what is wrong, and where in it."""


class SetupDocument(BaseModel):
    """A shot's setup, and why it departs from the edit where it does."""

    model_config = ConfigDict(extra="forbid", title="Zero Slate setup")

    kind: Literal["zero-slate/setup"] = "zero-slate/setup"
    version: Literal[1] = 1
    setup: Setup
    departures: dict[str, Departure] = Field(default_factory=dict)
    marks: tuple[FrameMark, ...] = ()
    brief: Brief = Brief()
    format: Format | None = None
    artwork: ArtworkFrame | None = None
    grade: Grade | None = None

    @classmethod
    def of(cls, content: Content) -> "SetupDocument":
        """Return what of a shot's content goes along with it."""
        return cls(
            setup=content.setup,
            departures=content.departures,
            marks=content.marks,
            brief=content.brief,
            format=content.format,
            artwork=content.artwork,
            grade=content.grade,
        )


class EditFormatDocument(BaseModel):
    """What an edit works to."""

    model_config = ConfigDict(extra="forbid", title="Zero Slate edit format")

    kind: Literal["zero-slate/edit-format"] = "zero-slate/edit-format"
    version: Literal[1] = 1
    edit_format: EditFormat


D = TypeVar("D", SetupDocument, EditFormatDocument)


def write_document(document: SetupDocument | EditFormatDocument) -> bytes:
    """Write a document as JSON that reads back as the same values."""
    return (document.model_dump_json(indent=2) + "\n").encode()


def read_setup(content: bytes) -> SetupDocument:
    """Read a setup file. Raises DocumentRefusal, naming the field where there is one."""
    return _read(content, SetupDocument, "setup file")


def read_edit_format(content: bytes) -> EditFormat:
    """Read an edit format file. Raises DocumentRefusal, naming the field where there is one."""
    return _read(content, EditFormatDocument, "edit format file").edit_format


def schema(document: type[SetupDocument] | type[EditFormatDocument]) -> dict[str, Any]:
    """Return the JSON Schema of a document, each setting with its title and limits."""
    made = document.model_json_schema()
    for model, settings in (("Setup", SETTINGS), ("EditFormat", EDIT_SETTINGS)):
        for key, about in made["$defs"].get(model, {}).get("properties", {}).items():
            about["title"] = settings[key].label
            about["description"] = settings[key].help
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **made}


def _read(content: bytes, model: type[D], name: str) -> D:
    check_kind(read_json(content, name), model, name)
    try:
        return model.model_validate_json(content)
    except ValidationError as error:
        raise DocumentRefusal(first_problem(error, name)) from error


def read_json(content: bytes, name: str) -> Mapping[str, Any]:
    """Return the JSON object that a file holds. Raises DocumentRefusal."""
    if len(content) > LARGEST:
        raise DocumentRefusal(f"The {name} has {len(content):,} bytes; {LARGEST:,} is the most.")
    if not content.strip():
        raise DocumentRefusal(f"The {name} is empty.")
    try:
        said = json.loads(content)
    except (json.JSONDecodeError, UnicodeDecodeError, RecursionError) as error:
        where = f" (line {error.lineno})" if isinstance(error, json.JSONDecodeError) else ""
        raise DocumentRefusal(
            f"The {name} is not JSON, or breaks off{where}. It holds what a hand off writes."
        ) from error
    if not isinstance(said, dict):
        raise DocumentRefusal(f"The {name} holds no JSON object.")
    return said


def check_kind(said: Mapping[str, Any], model: type[BaseModel], name: str) -> None:
    """Refuse a file of another kind, or of a later version."""
    kind = model.model_fields["kind"].default
    if said.get("kind") != kind:
        raise DocumentRefusal(
            f"The {name} says kind {json.dumps(said.get('kind'))[:60]}; it has to be “{kind}”."
        )
    version = said.get("version")
    if isinstance(version, int) and version > VERSION:
        raise DocumentRefusal(
            f"The {name} is of version {version} and this Zero Slate reads up to {VERSION}: "
            "a later Zero Slate wrote it."
        )


def first_problem(error: ValidationError, name: str) -> str:
    """Return why a file can't be taken: its first problem, and where."""
    problems = error.errors(include_url=False)
    first = problems[0]
    where = ".".join(str(step) for step in first["loc"])
    if first["type"] == "extra_forbidden":
        unknown = [".".join(map(str, p["loc"])) for p in problems if p["type"] == "extra_forbidden"]
        return (
            f"The {name} has fields that are not known here: {', '.join(unknown[:5])}. Nothing was "
            "taken from it."
        )
    if first["type"] == "missing":
        return f"The {name} lacks {where}."
    return f"The {name} can't be taken: {plain_words(error)}"


def plain_words(error: ValidationError) -> str:
    """Return the first problem of a value that can't be taken: where, and what."""
    first = error.errors(include_url=False)[0]
    where = ".".join(str(step) for step in first["loc"])
    said = first["msg"].removeprefix("Value error, ")
    return f"{where}: {said}" if where else said
