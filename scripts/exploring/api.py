"""The API by its own description: every operation, with what fits it and what doesn't."""

import subprocess
import sys
import tempfile
from pathlib import Path

from scripts.served import Served

CONFIG = Path(__file__).with_name("schemathesis.toml")


def explore(seed: int, examples: int) -> bool:
    """Ask a demo of its own; say whether nothing was found."""
    with tempfile.TemporaryDirectory() as home:
        served = Served(Path(home), "explore", workers=2)
        served.start()
        command = [
            *(str(Path(sys.executable).with_name("schemathesis")), "--config-file", str(CONFIG)),
            *("run", f"{served.root}/api/v1/openapi.json", "--checks", "all", "--no-color"),
            *("--max-examples", str(examples), "--seed", str(seed)),
            *("--suppress-health-check", "all"),
        ]
        try:
            return subprocess.run(command, check=False).returncode == 0
        finally:
            served.kill()
