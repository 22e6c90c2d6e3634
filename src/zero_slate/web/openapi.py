"""Prints the OpenAPI document, which the front end's types are made from."""

import json
import tempfile
from pathlib import Path

from zero_slate.config import Config
from zero_slate.web.app import create_app


def document() -> str:
    """Return the OpenAPI document as JSON."""
    with tempfile.TemporaryDirectory() as home:
        app = create_app(Config(home=Path(home)))
        said = json.dumps(app.openapi(), indent=2)
        app.state.slate.close()
    return said


if __name__ == "__main__":
    print(document())
