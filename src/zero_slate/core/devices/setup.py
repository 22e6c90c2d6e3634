"""What is set for the devices of an installation."""

from dataclasses import dataclass
from typing import ClassVar

from pydantic import ConfigDict

from zero_slate.core.canvas.signals import Signal
from zero_slate.core.devices.links import LinkBits, Sampling
from zero_slate.core.devices.reference import Reference


@dataclass(frozen=True, slots=True)
class DeviceSetup:
    """A monitor's signal, what frames begin by, and sound.

    A monitor without a `held` signal follows the shot. `input` is the signal that comes in.
    """

    held: Signal | None = None
    sampling: Sampling = Sampling.HALF
    bits: LinkBits = LinkBits.TEN
    reference: Reference = Reference.INTERNAL
    input: Signal = Signal.NONE
    sample_rate: int = 48_000
    sound_device: str = ""

    __pydantic_config__: ClassVar[ConfigDict] = ConfigDict(extra="ignore")
