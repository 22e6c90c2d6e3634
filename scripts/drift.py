"""Fails where something that is made from the code no longer agrees with it.

The front end's types come from the OpenAPI document, the schemas in docs/schema from the models.
"""

import json
import subprocess
import sys
import tempfile
from pathlib import Path

from zero_slate.cli import SCHEMAS
from zero_slate.formats.documents import schema
from zero_slate.web.openapi import document

ROOT = Path(__file__).parents[1]
TYPES = ROOT / "frontend/src/lib/api/schema.d.ts"


def types_of(openapi: str) -> str:
    """Return the types that the generator makes of an OpenAPI document."""
    with tempfile.TemporaryDirectory() as folder:
        said, made = Path(folder) / "openapi.json", Path(folder) / "schema.d.ts"
        said.write_text(openapi)
        command = ["npx", "--no-install", "openapi-typescript", str(said), "-o", str(made)]
        subprocess.run(command, cwd=ROOT / "frontend", check=True, capture_output=True)
        return made.read_text()


def main() -> int:
    """Compare, and say what to run."""
    stale = []
    if types_of(document()) != TYPES.read_text():
        stale.append(f"{TYPES.relative_to(ROOT)} (make types)")
    for name, model in SCHEMAS.items():
        file = ROOT / f"docs/schema/{name}.schema.json"
        if json.loads(file.read_text()) != schema(model):
            stale.append(f"{file.relative_to(ROOT)} (make schemas)")
    for each in stale:
        print(f"out of date: {each}", file=sys.stderr)
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
