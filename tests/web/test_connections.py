"""Connections that say nothing, or only half of it, end by themselves."""

import socket
import threading
import time
from collections.abc import Iterator

import pytest
import uvicorn

from zero_slate.config import Config
from zero_slate.web import connections
from zero_slate.web.app import create_app


@pytest.fixture
def port(config: Config, monkeypatch: pytest.MonkeyPatch) -> Iterator[int]:
    """A server that waits a fifth of a second for the head of a request."""
    monkeypatch.setattr(connections, "PATIENCE", 0.2)
    with socket.socket() as listening:
        listening.bind(("127.0.0.1", 0))
        server = uvicorn.Server(
            uvicorn.Config(
                create_app(config), http=connections.PatientProtocol, log_level="critical"
            )
        )
        thread = threading.Thread(target=server.run, args=([listening],), daemon=True)
        thread.start()
        while not server.started:
            time.sleep(0.005)
        yield listening.getsockname()[1]
        server.should_exit = True
        thread.join(10)


WHOLE = b"GET /api/health HTTP/1.1\r\nHost: localhost\r\n\r\n"


@pytest.mark.parametrize("said", [b"", b"GET /api/hea", WHOLE[:-2]])
def test_half_a_request_is_not_waited_for(port: int, said: bytes) -> None:
    with socket.create_connection(("127.0.0.1", port), timeout=10) as line:
        line.sendall(said)
        assert line.recv(100) == b""


def test_a_second_request_may_follow_and_is_not_waited_for_either(port: int) -> None:
    with socket.create_connection(("127.0.0.1", port), timeout=10) as line:
        for _ in range(3):
            line.sendall(WHOLE)
            answer = b""
            while b'{"status":"ready"}' not in answer:
                # Head and body may come one after the other.
                came = line.recv(4096)
                assert came, answer
                answer += came
            time.sleep(0.1)
        line.sendall(WHOLE[:10])
        assert line.recv(100) == b""
