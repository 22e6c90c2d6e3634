"""What is set for the devices of an installation."""

from dataclasses import dataclass
from typing import ClassVar

from pydantic import ConfigDict

from zero_slate.core.canvas.signals import Signal
from zero_slate.core.devices.links import LinkBits, Sampling
from zero_slate.core.devices.reference import Reference


@dataclass(frozen=True, slots=True)
class DeviceSetup:
    """A monitor's signal, what frames begin by, and sound."""

    held: Signal | None = None
    """The signal that is held; None where the monitor follows the shot."""
    sampling: Sampling = Sampling.HALF
    """How the signal samples colour."""
    bits: LinkBits = LinkBits.TEN
    """The bits of its samples."""
    reference: Reference = Reference.INTERNAL
    """What frames begin by."""
    input: Signal = Signal.NONE
    """The signal that comes in."""
    sample_rate: int = 48_000
    """The sample rate of sound, in Hz."""
    sound_device: str = ""
    """The device that plays it, by its name; empty for none."""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="ignore")
