"""A server in a process of its own, and the Chromium that looks at it."""

import os
import shutil
import socket
import subprocess
import sys
import time
import urllib.request
from dataclasses import dataclass, field
from pathlib import Path

CHROMIUM = os.environ.get("ZERO_SLATE_CHROMIUM") or shutil.which("chromium")
FLAGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
]
# Making the demo takes most of it.
PATIENCE = 180


def free_port() -> int:
    """Return a port that nothing listens on."""
    with socket.socket() as free:
        free.bind(("127.0.0.1", 0))
        port: int = free.getsockname()[1]
    return port


@dataclass
class Served:
    """The demo, served from a folder; it can be killed and started again."""

    home: Path
    # Whom the configuration says works here; None where it says nothing.
    who: str | None
    port: int = field(default_factory=free_port)
    # `demo` makes the demo where it isn't there yet; `serve` serves what there is.
    command: str = "demo"
    workers: int = 1
    process: "subprocess.Popen[bytes] | None" = None

    @property
    def root(self) -> str:
        """The address of the desk."""
        return f"http://127.0.0.1:{self.port}"

    def start(self) -> None:
        """Start the server and wait until it answers."""
        environment = {
            **os.environ,
            "ZERO_SLATE_HOME": str(self.home),
            "ZERO_SLATE_PORT": str(self.port),
            **({"ZERO_SLATE_WHO": self.who} if self.who else {}),
        }
        command = [sys.executable, "-m", "zero_slate", self.command]
        if self.workers > 1:
            command += ["--workers", str(self.workers)]
        self.process = subprocess.Popen(command, env=environment)
        end = time.monotonic() + PATIENCE
        while time.monotonic() < end:
            try:
                urllib.request.urlopen(f"{self.root}/api/health", timeout=1).close()
                return
            except OSError:
                if self.process.poll() is not None:
                    raise RuntimeError("the server ended before it was ready") from None
                time.sleep(0.1)
        raise RuntimeError("the server never answered")

    def kill(self) -> None:
        """End the server at once, whatever it is doing."""
        if self.process is not None:
            self.process.kill()
            self.process.wait()
