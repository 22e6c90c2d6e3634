"""Tries the properties with examples that nobody tried before, for as long as it is told.

`make test` says the same every time; what chance finds is found here. Each round has a seed of its
own, which is printed: the same seed finds the same again.
"""

import argparse
import os
import random
import subprocess
import sys
import time


def main() -> int:
    """Run rounds until the time is over, or one finds something."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("--minutes", type=float, default=20)
    parser.add_argument("--examples", type=int, default=500, help="examples a property and round")
    parser.add_argument("--seed", type=int, help="a seed that was printed, to find the same again")
    given = parser.parse_args()
    end = time.monotonic() + given.minutes * 60
    rounds = 0
    while rounds == 0 or (given.seed is None and time.monotonic() < end):
        seed = given.seed if given.seed is not None else random.SystemRandom().randrange(2**32)
        rounds += 1
        print(f"Round {rounds}, --seed {seed}", flush=True)
        command = [
            *(sys.executable, "-m", "pytest", "-x", "-n", "2", "-m", "hypothesis"),
            *("--hypothesis-seed", str(seed), "-p", "no:randomly", "tests"),
        ]
        environment = {
            **os.environ,
            "ZERO_SLATE_PROPERTIES": "explore",
            "ZERO_SLATE_EXAMPLES": str(given.examples),
        }
        if subprocess.run(command, env=environment, check=False).returncode:
            print(f"Found in round {rounds}; the same again: --seed {seed}")
            return 1
    print(f"{rounds} rounds, and nothing found.")
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
