"""A figure beside a drawing."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class Fact:
    """A figure that belongs to the drawing."""

    label: str
    """What the figure is of."""
    value: str
    """The figure, with its unit."""
    differs: bool
    """Whether it is one that differs from the edit's."""
