"""A process that reckons: it answers one request after another, until the server is gone."""

import asyncio
import gc
import signal
import socket
import sys
from contextlib import suppress
from typing import Any

from starlette.types import ASGIApp, Message

from zero_slate.config import Config
from zero_slate.logs import log_to
from zero_slate.web.app import create_app, lay_out_routes
from zero_slate.web.reckoning.messages import LENGTH, Answer, Question, packed, unpacked


def main(line: socket.socket, number: int) -> None:
    """Take the configuration, say that all is ready, and answer what is asked."""
    # A key that stops the server is for the server: this ends when the line does.
    signal.signal(signal.SIGINT, signal.SIG_IGN)
    config: Config | None = _receive(line)
    if config is None:
        return
    log_to(config.home / "logs", verbose=False, name=f"reckoning-{number}.log")
    app = create_app(config)
    lay_out_routes(app)
    gc.freeze()
    # A server that is gone while this begins, or answers, waits for nothing more.
    with suppress(ConnectionError), asyncio.Runner() as runner:
        line.sendall(packed("ready"))
        while (question := _receive(line)) is not None:
            line.sendall(packed(runner.run(answered(app, question))))


async def answered(app: ASGIApp, question: Question) -> Answer:
    """Ask an application, and return what it answers."""
    status, headers, body = 500, [], bytearray()
    asked = False

    async def receive() -> Message:
        nonlocal asked
        if asked:
            return {"type": "http.disconnect"}
        asked = True
        return {"type": "http.request", "body": question.body, "more_body": False}

    async def send(message: Message) -> None:
        nonlocal status, headers
        if message["type"] == "http.response.start":
            status, headers = message["status"], list(message["headers"])
        elif message["type"] == "http.response.body":
            body.extend(message.get("body", b""))

    # What goes wrong is logged, and answered, by the application.
    with suppress(Exception):
        await app(dict(question.scope), receive, send)
    return Answer(status, headers, bytes(body))


def _receive(line: socket.socket) -> Any:
    """Return the next message; None where the line is closed."""
    length = _exactly(line, LENGTH.size)
    content = _exactly(line, LENGTH.unpack(length)[0]) if length else None
    return unpacked(content) if content else None


def _exactly(line: socket.socket, size: int) -> bytes | None:
    content = bytearray()
    while len(content) < size:
        piece = line.recv(min(size - len(content), 1 << 20))
        if not piece:
            return None
        content.extend(piece)
    return bytes(content)


if __name__ == "__main__":
    main(socket.socket(fileno=int(sys.argv[1])), int(sys.argv[2]))
