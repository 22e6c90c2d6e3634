"""The primaries of working spaces that go by their usual names."""

import re

# What a space's name says of its primaries, without its spaces, dashes and case.
_NAMES = (
    ("acescg", "ACES AP1"),
    ("acescct", "ACES AP1"),
    ("acescc", "ACES AP1"),
    ("ap1", "ACES AP1"),
    ("aces20651", "ACES AP0"),
    ("ap0", "ACES AP0"),
    ("p3d65", "P3 D65"),
    ("rec2020", "BT.2020"),
    ("bt2020", "BT.2020"),
    ("rec709", "BT.709"),
    ("bt709", "BT.709"),
)


def primaries_of(space: str) -> str | None:
    """Return the primaries of a colour space by its name; None where it doesn't say them."""
    plain = re.sub(r"[^a-z0-9]", "", space.lower())
    return next((primaries for name, primaries in _NAMES if name in plain), None)
