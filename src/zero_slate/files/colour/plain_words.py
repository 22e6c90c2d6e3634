"""What the colour library says went wrong, in words of our own, without a path of the server."""

import re

import PyOpenColorIO as ocio

# The library's two kinds have no common one.
FAILURES = (ocio.Exception, ocio.ExceptionMissingFile)
_PATH = re.compile(r"(?:/[^/'\")\s]+)+/([^/'\")\s]+)")
_OF_FILE = re.compile(r"transform file '([^']+)' could not be loaded")
# Each of its readers that was tried says its own; the first is the one for the file's ending.
_BY_READER = re.compile(r"failed with:\s*(.*?)(?=\s*'[^']+' failed with:|$)")
_AROUND = re.compile(
    r"Error (?:parsing|loading) [^.:(]*(?:\.\w+ file)?(?:\([^)]*\))?[.:]?\s*|Error is:\s*|"
    r"Does not appear to contain a valid ASC CDL XML:\s*|CDLTransform validation failed:\s*|"
    r"\bCDL(?:OpData)?:\s*|If id is specified, it must be unique\.?|xml\.\s*"
)
_SAID = (
    (re.compile(r"Invalid '(power)' (\S+) should be greater than 0\.?"), r"a \1 of \2 is out of "
     r"range: it is over 0"),
    (re.compile(r"Invalid '(\w+)' (\S+) should be greater than 0\.?"), r"a \1 of \2 is out of "
     r"range: it is 0 or more"),
    (re.compile(r"Duplicate elements with '(.*?)' found\.?"), r"it has the id \1 twice"),
    (re.compile(r"Missing CDL tag\. At line \(0\)"), "it holds no colour decisions"),
    (re.compile(r"At line \((\d+)\)"), r"line \1"),
)  # fmt: skip
_LONGEST = 300


def plain_words(error: Exception) -> str:
    """Return what went wrong, in a line that ends without a stop."""
    text = " ".join(str(error).split())
    if isinstance(error, ocio.ExceptionMissingFile):
        named = re.search(r"'([^']+)'", text)
        return f"the file {_name(named[1])} isn't there" if named else "a file isn't there"
    of_file = _OF_FILE.search(text)
    if of_file and (said := _BY_READER.search(text)):
        return f"the file {_name(of_file[1])} can't be read: {_cleaned(said[1])}"
    return _cleaned(text) or "nothing more is known"


def _name(path: str) -> str:
    return path.rpartition("/")[2]


def _cleaned(text: str) -> str:
    text = _AROUND.sub("", text)
    for pattern, words in _SAID:
        text = pattern.sub(words, text)
    return _PATH.sub(r"\1", text).strip().rstrip(".")[:_LONGEST]
