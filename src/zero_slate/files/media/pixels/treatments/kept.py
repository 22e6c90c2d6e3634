"""Light that was read and placed, kept in a worker: what is typed on it is seen the sooner."""

import os
from collections import OrderedDict
from collections.abc import Callable, Hashable

import numpy as np
from numpy.typing import NDArray

Light = NDArray[np.float32]
# So many bytes are kept in each worker.
MOST = 150 * 10**6
_kept: OrderedDict[Hashable, Light] = OrderedDict()


def kept(key: Hashable, path: str, make: Callable[[], Light]) -> Light:
    """Return what was made of a file under a key, or make it; it isn't to be written to.

    A file that has changed since is read anew. Raises what making it raises.
    """
    try:
        stat = os.stat(path)
        whole: Hashable = (key, stat.st_size, stat.st_mtime_ns)
    except OSError:
        return make()
    known = _kept.pop(whole, None)
    if known is None:
        known = make()
        known.flags.writeable = False
    _kept[whole] = known
    while sum(each.nbytes for each in _kept.values()) > MOST and len(_kept) > 1:
        _kept.popitem(last=False)
    return known
