"""Large frames from one process to another: left in a folder that both see, and fetched there."""

import os
import tempfile
from typing import Any

from numpy.typing import NDArray

# Less than this goes through the pipe between two processes.
SMALL = 2**16


def handed_over(values: NDArray[Any], folder: str | None) -> bytes | str:
    """Return the bytes of values, or the path of a file in a folder that holds them.

    The file is the receiver's to remove. Where the folder is full or away, it is bytes: that takes
    longer, and always works.
    """
    if folder is None or values.nbytes < SMALL:
        return values.tobytes()
    try:
        number, path = tempfile.mkstemp(dir=folder, prefix="frame-")
    except OSError:
        return values.tobytes()
    try:
        with os.fdopen(number, "wb") as file:
            values.tofile(file)
    except OSError:
        os.unlink(path)
        return values.tobytes()
    return path
