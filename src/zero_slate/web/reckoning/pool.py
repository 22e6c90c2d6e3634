"""The processes that reckon for a server: asked one request each, and begun anew where one ends."""

import asyncio
import socket
import subprocess
import sys
from contextlib import suppress
from typing import Any

from zero_slate.config import Config
from zero_slate.logs import fail, say
from zero_slate.web.reckoning.messages import LENGTH, Answer, Question, packed, unpacked

# A process that ends again and again isn't begun more often than this, in seconds.
PAUSE = 2.0


class Gone(Exception):
    """A process that ended before it answered."""


class Reckoners:
    """So many processes; those that are free wait in a queue for the next request."""

    def __init__(self, config: Config, count: int):
        self.config = config
        self.count = count
        self._free: asyncio.Queue[_Reckoner] = asyncio.Queue()
        self.processes: dict[int, int] = {}
        """The processes that are ready: their numbers, and what the system calls them."""
        self._keeping: list[asyncio.Task[None]] = []

    def start(self) -> None:
        """Begin the processes; until the first is ready, nothing is asked of them."""
        self._keeping = [
            asyncio.create_task(self._keep(number)) for number in range(1, self.count + 1)
        ]

    async def stop(self) -> None:
        """End the processes."""
        for each in self._keeping:
            each.cancel()
        await asyncio.gather(*self._keeping, return_exceptions=True)

    @property
    def ready(self) -> bool:
        """Whether any process can be asked."""
        return bool(self.processes)

    async def ask(self, question: Question) -> Answer:
        """Ask the next process that is free. Raises Gone where it ends before it answers."""
        reckoner = await self._free.get()
        try:
            answer = await reckoner.ask(question)
        except (OSError, asyncio.IncompleteReadError) as error:
            reckoner.end()
            raise Gone from error
        except asyncio.CancelledError:
            # Nobody waits for the answer any more, but the line has to be read to its end.
            reckoner.let_go(self._free)
            raise
        self._free.put_nowait(reckoner)
        return answer

    async def _keep(self, number: int) -> None:
        """Keep one process going."""
        while True:
            reckoner = _Reckoner(number)
            try:
                await reckoner.begin(self.config)
                self.processes[number] = reckoner.process.pid
                self._free.put_nowait(reckoner)
                try:
                    await reckoner.ended.wait()
                finally:
                    del self.processes[number]
                say("a process that reckons has ended", status=reckoner.process.poll())
            except (OSError, asyncio.IncompleteReadError) as error:
                fail("a process that reckons couldn't begin", error)
            finally:
                reckoner.end()
            await asyncio.sleep(PAUSE)


class _Reckoner:
    """One process, and the line to it."""

    def __init__(self, number: int):
        mine, its = socket.socketpair()
        with its:
            program = [sys.executable, "-m", "zero_slate.web.reckoner"]
            command = [*program, str(its.fileno()), str(number)]
            self.process = subprocess.Popen(command, pass_fds=[its.fileno()])
        self._socket = mine
        self._writer: asyncio.StreamWriter | None = None
        self.ended = asyncio.Event()

    async def begin(self, config: Config) -> None:
        """Hand the configuration over, and wait until the process is ready."""
        self._reader, self._writer = await asyncio.open_connection(sock=self._socket)
        self._writer.write(packed(config))
        await self._next()

    async def ask(self, question: Question) -> Answer:
        """Ask, and wait for the answer."""
        assert self._writer is not None, "a process is asked once it has begun"
        self._writer.write(packed(question))
        answer: Answer = await self._next()
        return answer

    def let_go(self, free: "asyncio.Queue[_Reckoner]") -> None:
        """Read the answer that nobody waits for, and be free then."""

        async def read() -> None:
            try:
                await self._next()
                free.put_nowait(self)
            except (OSError, asyncio.IncompleteReadError):
                self.end()

        self._reading = asyncio.create_task(read())

    def end(self) -> None:
        """End the process, and say so."""
        self.ended.set()
        if self._writer is not None:
            self._writer.close()
        self._socket.close()
        with suppress(OSError):
            self.process.kill()
        self.process.wait()

    async def _next(self) -> Any:
        length = LENGTH.unpack(await self._reader.readexactly(LENGTH.size))[0]
        return unpacked(await self._reader.readexactly(length))
