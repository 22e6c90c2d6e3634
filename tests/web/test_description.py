"""The API's description: whole, with names that speak."""

import json
from collections import Counter
from collections.abc import Iterator
from typing import Any

import pytest

from zero_slate.web.app import API
from zero_slate.web.openapi import document
from zero_slate.web.problems import MEDIA_TYPE


@pytest.fixture(scope="module")
def said() -> dict[str, Any]:
    return json.loads(document())


def operations(said: dict[str, Any]) -> Iterator[tuple[str, dict[str, Any]]]:
    for path, methods in said["paths"].items():
        for method, operation in methods.items():
            yield f"{method} {path}", operation


def test_every_field_that_is_taken_or_answered_is_described(said: dict[str, Any]) -> None:
    bare = [
        f"{name}.{key}"
        for name, schema in said["components"]["schemas"].items()
        for key, each in schema.get("properties", {}).items()
        if not each.get("description")
    ]
    assert bare == []


def test_every_operation_has_a_speaking_name_of_its_own(said: dict[str, Any]) -> None:
    names = Counter(each["operationId"] for _, each in operations(said))
    assert [name for name, times in names.items() if times > 1] == []
    assert [name for name in names if "api_v1" in name or name != name.lower()] == []
    assert [
        f"{where}: {each['name']}"
        for where, operation in operations(said)
        for each in operation.get("parameters", ())
        if not each.get("description")
    ] == []


def test_names_of_schemas_are_words(said: dict[str, Any]) -> None:
    assert [
        name for name in said["components"]["schemas"] if not name.isalnum() or name.islower()
    ] == []


def test_whatever_is_refused_is_a_problem(said: dict[str, Any]) -> None:
    for where, operation in operations(said):
        for status, answer in operation["responses"].items():
            if status >= "400":
                assert set(answer["content"]) == {MEDIA_TYPE}, (where, status)


def test_paths_carry_the_version(said: dict[str, Any]) -> None:
    apart = [path for path in said["paths"] if not path.startswith(f"{API}/")]
    assert apart == ["/api/health"]
