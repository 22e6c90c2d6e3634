"""Prints what the front end knows of every action before anybody asks: made from the core."""

import json

from zero_slate.core.people.action_notes import NOTES
from zero_slate.core.people.actions import ACTIONS


def document() -> str:
    """Return every action by its name: what it does and changes, where, and its keys."""
    return json.dumps(
        {
            each.name: {
                "does": each.does,
                "note": NOTES.get(each.name, ""),
                "where": each.where,
                "keys": each.letters,
            }
            for each in ACTIONS
        },
        ensure_ascii=False,
        indent="\t",
    )


if __name__ == "__main__":
    print(document())
