"""What work left behind whose process was ended half way."""

import shutil
import time
from contextlib import suppress
from pathlib import Path

# Nobody can be at it any more after so many seconds.
OLD = 3600


def clear_left_behind(folder: Path, pattern: str) -> None:
    """Take away what fits a pattern in a folder and hasn't changed for long."""
    with suppress(OSError):
        for each in folder.glob(pattern):
            with suppress(OSError):
                if time.time() - each.stat().st_mtime <= OLD:
                    continue
                if each.is_dir():
                    shutil.rmtree(each, ignore_errors=True)
                else:
                    each.unlink()
