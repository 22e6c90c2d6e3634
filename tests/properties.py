"""How hard a property is tried: as hard each time, or harder where chance is asked for."""

import os

from hypothesis import settings

EXPLORING = os.environ.get("ZERO_SLATE_PROPERTIES") == "explore"


def examples(count: int) -> settings:
    """Try a dear property with so many examples, or with as many as exploring asks."""
    return settings() if EXPLORING else settings(max_examples=count)
