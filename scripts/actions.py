"""Prints what the front end knows of every action before anybody asks: made from the core."""

import json

from zero_slate.core.people.actions import ACTIONS


def document() -> str:
    """Return every action by its name: what it does, where, and its keys by letters."""
    return json.dumps(
        {
            each.name: {"does": each.does, "where": each.where, "keys": each.letters}
            for each in ACTIONS
        },
        ensure_ascii=False,
        indent="\t",
    )


if __name__ == "__main__":
    print(document())
