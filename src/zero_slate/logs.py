"""The log: one JSON object a line, in the home folder, with a bound, and nothing personal.

A request is logged by its operation and how long it took, not by what was asked or answered; a
failure by its kind and the places in the code that it went through, not by its words, which may
hold what somebody typed.
"""

import json
import logging
import sys
import time
import traceback
from logging.handlers import RotatingFileHandler
from pathlib import Path

LOG_BYTES = 2_000_000
LOG_FILES = 3
NAME = "zero_slate"

log = logging.getLogger(NAME)


class _Lines(logging.Formatter):
    """Writes a record as JSON: time, level, what happened, and its figures."""

    def format(self, record: logging.LogRecord) -> str:
        """Return the record as one line."""
        at = time.strftime("%Y-%m-%dT%H:%M:%S", time.gmtime(record.created))
        said: dict[str, object] = {
            "at": f"{at}.{int(record.msecs):03d}Z",
            "level": record.levelname.lower(),
            "event": record.getMessage(),
            **getattr(record, "figures", {}),
        }
        if record.exc_info and record.exc_info[1] is not None:
            said |= failure(record.exc_info[1])
        return json.dumps(said, ensure_ascii=False)


def failure(error: BaseException) -> dict[str, object]:
    """Return what an exception is and where it went through, without its words."""
    steps = traceback.extract_tb(error.__traceback__)
    return {
        "error": type(error).__name__,
        "through": [
            f"{Path(step.filename).name}:{step.lineno} {step.name}" for step in steps[-12:]
        ],
    }


def log_to(folder: Path, *, verbose: bool, name: str = "zero-slate.log") -> Path:
    """Log to a file of a folder, and with `verbose` to the terminal too; return the file."""
    folder.mkdir(parents=True, exist_ok=True)
    path = folder / name
    handlers: list[logging.Handler] = [
        RotatingFileHandler(
            path, maxBytes=LOG_BYTES, backupCount=LOG_FILES - 1, encoding="utf-8", delay=True
        )
    ]
    if verbose:
        handlers.append(logging.StreamHandler(sys.stderr))
    for old in tuple(log.handlers):
        log.removeHandler(old)
        old.close()
    for handler in handlers:
        handler.setFormatter(_Lines())
        log.addHandler(handler)
    log.setLevel(logging.INFO)
    log.propagate = False
    return path


def say(event: str, **figures: object) -> None:
    """Log that something happened, with its figures."""
    log.info(event, extra={"figures": figures})


def fail(event: str, error: BaseException, **figures: object) -> None:
    """Log that something went wrong."""
    log.error(event, extra={"figures": figures}, exc_info=error)
