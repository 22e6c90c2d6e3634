"""How much script a browser loads before the desk is there, compressed as it is sent."""

import gzip
import re
from collections.abc import Iterator
from pathlib import Path

from bench.figures import Figure
from zero_slate.web.app import STATIC

# What a module needs before it runs; what is imported by `import(…)` comes later.
_NEEDS = re.compile(r"""(?:from|\bimport)\s*["'](\.{1,2}/[^"']+\.js)["']""")
_NODES = re.compile(r"""import\(["']\.\./nodes/(\d+)\.[^"']+["']\)""")
_DESK = re.compile(r'"/":\[(\d+)')
MOST_KB = 150


def measure() -> Iterator[Figure]:
    """Follow what the page, its layout and the desk need, and weigh it."""
    entry = STATIC / "_app/immutable/entry"
    (app,) = entry.glob("app.*.js")
    desk = _DESK.search(app.read_text(encoding="utf-8"))
    assert desk is not None, "the desk isn't among the pages"
    nodes = STATIC / "_app/immutable/nodes"
    begins = [*entry.glob("*.js"), *nodes.glob("0.*.js"), *nodes.glob(f"{desk[1]}.*.js")]
    needed: set[Path] = set()
    while begins:
        module = begins.pop().resolve()
        if module in needed:
            continue
        needed.add(module)
        text = module.read_text(encoding="utf-8")
        begins += [module.parent / each for each in _NEEDS.findall(text)]
    kb = sum(len(gzip.compress(each.read_bytes(), 6)) for each in needed) / 1000
    yield Figure(f"first load, {len(needed)} scripts", kb, " kB", MOST_KB)


if __name__ == "__main__":
    for figure in measure():
        print(figure)
