"""Fifty who ask without a pause on one machine: how much is answered, and how soon."""

import asyncio
import json
import random
import statistics
import tempfile
import time
from collections.abc import Iterator
from pathlib import Path

from scripts.served import Served

from bench.figures import Figure
from zero_slate.config import Config
from zero_slate.demo.make import make_demo
from zero_slate.web.slate import Slate

CLIENTS = 50
SECONDS = 8.0


class Client:
    """A person with one shot open: types in its sheet, now and then saves, and looks around."""

    def __init__(self, port: int, shot: int, production: int, seed: int):
        self.port = port
        self.shot = shot
        self.production = production
        self.chance = random.Random(seed)
        self.took: list[float] = []
        self.failed: list[int] = []

    async def work(self, until: float) -> None:
        """Ask, read the answer, and ask again at once."""
        reader, writer = await asyncio.open_connection("127.0.0.1", self.port)
        while time.monotonic() < until:
            began = time.perf_counter()
            status = await ask(reader, writer, *self._next())
            self.took.append(time.perf_counter() - began)
            if status not in (200, 409):
                self.failed.append(status)
        writer.close()

    def _next(self) -> tuple[str, str, object]:
        shot, kind = f"/api/v1/shots/{self.shot}", self.chance.random()
        width = str(self.chance.randrange(1800, 2100))
        typed = {"canvas": {"width": width}}
        if kind < 0.70:
            return "POST", f"{shot}/preview", {"typed": typed, "setting": "canvas"}
        if kind < 0.85:
            return "GET", shot, None
        if kind < 0.93:
            return "GET", f"/api/v1/productions/{self.production}", None
        if kind < 0.97:
            return "GET", "/api/v1/desk", None
        return "PUT", f"{shot}/setup", {"base": 1, "typed": typed}


async def ask(
    reader: asyncio.StreamReader, writer: asyncio.StreamWriter, method: str, path: str, body: object
) -> int:
    """Send one request on an open connection, and read its answer; return the status."""
    content = b"" if body is None else json.dumps(body).encode()
    head = (
        f"{method} {path} HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\n"
        f"Content-Length: {len(content)}\r\n\r\n"
    )
    writer.write(head.encode() + content)
    said = await reader.readuntil(b"\r\n\r\n")
    lines = said.decode("latin-1").lower().split("\r\n")
    length = next(int(line[15:]) for line in lines if line.startswith("content-length:"))
    await reader.readexactly(length)
    return int(lines[0].split()[1])


async def crowd(clients: list[Client], seconds: float) -> float:
    """Let them all work; return for how long they did."""
    began = time.monotonic()
    await asyncio.gather(*(client.work(began + seconds) for client in clients))
    return time.monotonic() - began


def measure(workers: int = 2) -> Iterator[Figure]:
    """Measure on the demo: the server in processes of its own, as it runs for people."""
    with tempfile.TemporaryDirectory() as home:
        slate = Slate(make_demo(Config(home=Path(home)), reset=False, tell=lambda _: None))
        pages = [slate.cut_pages.page(card.id) for card in slate.desk.page().productions]
        shots = [(line.shot_id, page.id) for page in pages for line in page.lines if line.shot_id]
        slate.close()
        served = Served(Path(home), "bench", workers=workers)
        served.start()
        port = int(served.root.rpartition(":")[2])
        try:
            clients = [Client(port, *shots[n % len(shots)], n) for n in range(CLIENTS)]
            # Until every process has begun and has seen what is asked.
            asyncio.run(crowd(clients, 6))
            for client in clients:
                client.took.clear()
            lasted = asyncio.run(crowd(clients, SECONDS))
        finally:
            served.kill()
    took = sorted(each * 1000 for client in clients for each in client.took)
    failed = [status for client in clients for status in client.failed]
    named = f"{CLIENTS} at once, {workers} processes"
    yield Figure(f"{named}: answers a second", len(took) / lasted, "", least=112)
    yield Figure(f"{named}: answer, median", statistics.median(took), " ms")
    yield Figure(f"{named}: answer, 95 %", took[int(len(took) * 0.95)], " ms", 300)
    yield Figure(f"{named}: answers that failed", len(failed), "", 0)


if __name__ == "__main__":
    import sys

    for figure in measure(int(sys.argv[1]) if len(sys.argv) > 1 else 2):
        print(figure)
