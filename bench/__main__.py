"""Runs every measurement, and says which promise isn't kept."""

import gc
import sys

from bench import (
    archives,
    cuts,
    elements,
    first_load,
    formats,
    headers,
    load,
    made,
    memory,
    people,
    places,
    proof,
    room,
    sheet,
    time,
)


def main() -> int:
    """Measure, print, and return 1 where a promise isn't kept."""
    # As the server does once it has started.
    gc.freeze()
    kept = True
    try:
        for module in (
            cuts,
            headers,
            elements,
            proof,
            made,
            sheet,
            formats,
            places,
            people,
            room,
            memory,
            first_load,
            archives,
            time,
            load,
        ):
            for figure in module.measure():
                print(figure, flush=True)
                kept = kept and figure.kept
    finally:
        gc.unfreeze()
    return 0 if kept else 1


if __name__ == "__main__":
    sys.exit(main())
