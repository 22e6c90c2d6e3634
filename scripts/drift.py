"""Fails where something that is made from the code no longer agrees with it.

The front end's types come from `docs/openapi.json`, and that from the application; its actions
come from the core, and what its help says of the command line from the commands.
"""

import json
import sys
from pathlib import Path

from scripts import actions, commands
from zero_slate.cli import SCHEMAS
from zero_slate.files.setup_files import schema
from zero_slate.web.openapi import document

ROOT = Path(__file__).parents[1]


def main() -> int:
    """Compare, and say what to run."""
    made = {"docs/openapi.json": json.loads(document())}
    made |= {f"docs/schema/{name}.schema.json": schema(model) for name, model in SCHEMAS.items()}
    made["frontend/src/lib/keys/actions.json"] = json.loads(actions.document())
    made["frontend/src/lib/help/commands.json"] = json.loads(commands.document())
    stale = [name for name, said in made.items() if json.loads((ROOT / name).read_text()) != said]
    for name in stale:
        print(f"out of date: {name} (make documents)", file=sys.stderr)
    return 1 if stale else 0


if __name__ == "__main__":
    sys.exit(main())
