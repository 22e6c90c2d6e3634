"""Lets chance loose on what nobody tried before, for as long as it is told.

`make test` says the same every time; what chance finds is found here: the properties with fresh
examples, the API by its own description, two servers on one home that are killed at work, and files
damaged byte by byte. Each round has a seed of its own, which is printed: the same seed tries the
same again.
"""

import argparse
import os
import random
import subprocess
import sys
import time
from collections.abc import Callable

from scripts.exploring import api, damage, machine


def properties(seed: int, examples: int) -> bool:
    """Try every property with so many fresh examples; say whether nothing was found."""
    command = [
        *(sys.executable, "-m", "pytest", "-x", "-n", "2", "-m", "hypothesis"),
        *("--hypothesis-seed", str(seed), "-p", "no:randomly", "tests"),
    ]
    environment = {
        **os.environ,
        "ZERO_SLATE_PROPERTIES": "explore",
        "ZERO_SLATE_EXAMPLES": str(examples),
    }
    return subprocess.run(command, env=environment, check=False).returncode == 0


# What is tried in a round, and how much of each for a hundred examples a property.
PARTS: dict[str, tuple[Callable[[int, int], bool], float]] = {
    "properties": (properties, 1),
    "api": (api.explore, 0.1),
    "kills": (machine.explore, 0.2),
    "damage": (damage.explore, 2),
}


def main() -> int:
    """Run rounds until the time is over, or one finds something."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--minutes", type=float, default=20)
    parser.add_argument("--examples", type=int, default=500, help="examples a property and round")
    parser.add_argument("--seed", type=int, help="a seed that was printed, to find the same again")
    parser.add_argument("--only", choices=PARTS, help="try this part alone")
    given = parser.parse_args()
    end = time.monotonic() + given.minutes * 60
    parts = {given.only: PARTS[given.only]} if given.only else PARTS
    rounds = 0
    while rounds == 0 or (given.seed is None and time.monotonic() < end):
        seed = given.seed if given.seed is not None else random.SystemRandom().randrange(2**32)
        rounds += 1
        for name, (explore, share) in parts.items():
            print(f"Round {rounds}, {name}, --seed {seed}", flush=True)
            if not explore(seed, max(1, int(given.examples * share))):
                print(f"Found in round {rounds}; the same again: --only {name} --seed {seed}")
                return 1
            if time.monotonic() > end:
                break
    print(f"{rounds} rounds, and nothing found.")
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
