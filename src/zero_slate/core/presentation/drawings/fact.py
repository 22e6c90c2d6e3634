"""A figure beside a drawing."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Fact:
    """A figure that belongs to the drawing."""

    label: str
    value: str
    differs: bool
