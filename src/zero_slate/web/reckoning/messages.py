"""What goes between the server and those that reckon for it: a request, and its answer."""

import pickle
import struct
from dataclasses import dataclass
from typing import Any

LENGTH = struct.Struct(">Q")


@dataclass(frozen=True, slots=True)
class Question:
    """A request: what ASGI says of it, and its body."""

    scope: dict[str, Any]
    body: bytes


@dataclass(frozen=True, slots=True)
class Answer:
    """An answer: its status, its headers and its body."""

    status: int
    headers: list[tuple[bytes, bytes]]
    body: bytes


def packed(message: object) -> bytes:
    """Return a message as it goes over a line: its length, then itself."""
    content = pickle.dumps(message, pickle.HIGHEST_PROTOCOL)
    return LENGTH.pack(len(content)) + content


def unpacked(content: bytes) -> Any:
    """Return the message of such a content. Both ends of a line are Zero Slate's own."""
    return pickle.loads(content)
