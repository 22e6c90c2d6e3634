"""A stand-in for what an operating system lists: devices that play sound, and what they can."""

from dataclasses import dataclass


@dataclass(frozen=True, slots=True)
class SoundDevice:
    """A device that plays sound: its name, its channels, and the sample rates it runs at."""

    name: str
    """What it is called."""
    channels: int
    """How many channels it has."""
    sample_rates: tuple[int, ...]
    """The sample rates that it runs at, in Hz."""


def sound_devices() -> tuple[SoundDevice, ...]:
    """Return the devices there are; these ship in the place of hardware."""
    return (
        SoundDevice("Stand-in, two channels", 2, (44_100, 48_000)),
        SoundDevice("Stand-in, eight channels", 8, (48_000, 96_000)),
        SoundDevice("Stand-in, embedded in the monitor's signal", 16, (48_000,)),
    )
