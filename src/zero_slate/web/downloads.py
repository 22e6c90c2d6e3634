"""Files that the API gives: their type and name, in the answer and in its description."""

from typing import Any
from urllib.parse import quote

from fastapi import Response


def gives(media_type: str) -> dict[int | str, dict[str, Any]]:
    """Return the description of an answer that is a file."""
    json = media_type == "application/json"
    schema = {"type": "object"} if json else {"type": "string", "format": "binary"}
    return {200: {"description": "The file.", "content": {media_type: {"schema": schema}}}}


JSON_FILE = gives("application/json")


def attached(name: str, content: bytes, media_type: str, way: str = "attachment") -> Response:
    """Return a file as an answer, to be saved or, with `inline`, looked at."""
    return Response(content, media_type=media_type, headers=named(name, way))


def named(name: str, way: str = "attachment") -> dict[str, str]:
    """Return the header that names a file."""
    plain = name.encode("ascii", "replace").decode().replace('"', "_")
    return {"Content-Disposition": f"{way}; filename=\"{plain}\"; filename*=UTF-8''{quote(name)}"}
