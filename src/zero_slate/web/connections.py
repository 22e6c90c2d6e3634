"""Connections that are begun and say nothing: they end, so that they keep nobody else out."""

import asyncio
from typing import Any

from uvicorn.protocols.http.httptools_impl import HttpToolsProtocol

# How long the head of a request may take to come, in seconds.
PATIENCE = 15.0
# How many connections there may be at one time; those past it are told to try again.
MOST_AT_ONCE = 400


class PatientProtocol(HttpToolsProtocol):
    """The server's side of a connection, which waits for the head of a request only so long."""

    _waiting: asyncio.TimerHandle | None = None

    def connection_made(self, transport: Any) -> None:
        """Begin to wait for the first request."""
        super().connection_made(transport)
        self._wait()

    def data_received(self, data: bytes) -> None:
        """Begin to wait for the head of the next request, where this is its beginning."""
        if self._waiting is None and (self.cycle is None or self.cycle.response_complete):
            self._wait()
        super().data_received(data)

    def on_headers_complete(self) -> None:
        """Wait no longer: the head is there."""
        self._stop_waiting()
        super().on_headers_complete()

    def connection_lost(self, exc: Exception | None) -> None:
        """Wait no longer: nobody is there."""
        self._stop_waiting()
        super().connection_lost(exc)

    def _wait(self) -> None:
        self._waiting = self.loop.call_later(PATIENCE, self._end)

    def _stop_waiting(self) -> None:
        if self._waiting is not None:
            self._waiting.cancel()
            self._waiting = None

    def _end(self) -> None:
        self._waiting = None
        self.transport.close()
