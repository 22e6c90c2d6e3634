"""The devices against a shot: what a monitor shows, what locks, how samples fall."""

from dataclasses import dataclass
from pathlib import Path

from zero_slate.core.base.figures import decimal
from zero_slate.core.canvas.signals import Signal, facts_of
from zero_slate.core.devices.links import carried_by
from zero_slate.core.devices.monitor import following, shown_in, unfit
from zero_slate.core.devices.reference import Reference, locked
from zero_slate.core.devices.setup import DeviceSetup
from zero_slate.core.devices.sound_clock import SAMPLE_RATES, samples_a_frame
from zero_slate.core.settings.models.setup import Setup
from zero_slate.files.devices.listed import SoundDevice, sound_devices
from zero_slate.files.kept_value import KeptValue
from zero_slate.services.shots.sheets import Shots


@dataclass(frozen=True, slots=True)
class MonitorRect:
    """Where the canvas lies in a monitor's picture, as shares of it."""

    left: float
    """From its left edge."""
    top: float
    """From its upper edge."""
    width: float
    """Its width."""
    height: float
    """Its height."""


@dataclass(frozen=True, slots=True)
class MonitorPage:
    """What a monitor gets of a shot."""

    signal: str
    """The signal."""
    follows: str
    """The signal that follows the shot."""
    is_held: bool
    """Whether another is held."""
    about: str
    """Its raster, rate and standard."""
    link: str
    """The data rate, and the link that carries it."""
    carried: bool
    """Whether a link does."""
    unfit: tuple[str, ...]
    """What of the shot it can't show as it is."""
    shape: float
    """The shape of its picture as seen, width over height."""
    canvas: MonitorRect
    """Where the canvas lies in it."""
    lines: int
    """How many lines it has."""
    fields: bool
    """Whether they come as two fields."""


@dataclass(frozen=True, slots=True)
class ReferenceRow:
    """A reference, and whether it locks the shot's rate."""

    name: str
    """Its name."""
    locks: bool
    """Whether it does."""
    words: str
    """What that comes to."""


@dataclass(frozen=True, slots=True)
class SoundPage:
    """Sound beside the shot's frames."""

    cadence: str
    """The samples of each frame, in words."""
    counts: tuple[int, ...]
    """Those of the first frames."""
    total: str
    """How many samples the work range has."""
    devices: tuple[SoundDevice, ...]
    """The devices that are listed."""
    trouble: str
    """Why the chosen device can't play it; empty where it can, or none is chosen."""


@dataclass(frozen=True, slots=True)
class DevicesPage:
    """What is set for the devices, and what that means for a shot."""

    code: str
    """The shot's code."""
    about: str
    """Its canvas, rate and scan."""
    setup: DeviceSetup
    """What is set."""
    monitor: MonitorPage
    """The monitor."""
    references: tuple[ReferenceRow, ...]
    """Every reference there is."""
    sound: SoundPage
    """Sound."""
    signals: tuple[str, ...]
    """The signals that can be held."""
    sample_rates: tuple[int, ...]
    """Common sample rates, in Hz."""


class Devices:
    """Sets devices, and says what that means."""

    def __init__(self, shots: Shots, home: Path):
        self.shots = shots
        self._kept = KeptValue(home / "devices.json", DeviceSetup)

    def page(self, shot_id: int, typed: DeviceSetup | None = None) -> DevicesPage:
        """Return the devices against a shot, as set or as typed. Raises NotFound and Refusal."""
        setup = self.shots.load(shot_id).content.setup
        said = typed or self._kept.read() or DeviceSetup()
        return DevicesPage(
            setup.code,
            f"{setup.canvas} at {setup.rate}, {setup.scan}",
            said,
            _monitor(setup, said),
            tuple(_reference(setup, said, each) for each in Reference),
            _sound(setup, said),
            tuple(each for each in Signal if each is not Signal.NONE),
            SAMPLE_RATES,
        )

    def change(self, shot_id: int, wanted: DeviceSetup) -> DevicesPage:
        """Keep what is set, for every shot. Raises NotFound and Refusal."""
        page = self.page(shot_id, wanted)
        self._kept.keep(wanted)
        return page


def _monitor(setup: Setup, said: DeviceSetup) -> MonitorPage:
    follows = following(setup)
    signal = said.held or follows
    facts, carried = facts_of(signal), carried_by(signal, said.sampling, said.bits)
    if facts is None or carried is None:
        signal = follows
        facts, carried = facts_of(signal), carried_by(signal, said.sampling, said.bits)
    if facts is None or carried is None:
        raise ValueError("a signal that follows is always one")
    own, placed = facts.raster, shown_in(setup, facts.raster)
    fields = f", {facts.scan}" if facts.scan.interlaced else ""
    return MonitorPage(
        str(signal),
        str(follows),
        said.held is not None,
        f"{own.size} at {facts.rate}{fields}, {facts.standard}",
        carried.words,
        carried.link is not None,
        tuple(each.words for each in unfit(setup, signal)),
        float(own.display_aspect),
        MonitorRect(
            float(placed.x / own.width),
            float(placed.y / own.height),
            float(placed.width / own.width),
            float(placed.height / own.height),
        ),
        own.height,
        facts.scan.interlaced,
    )


def _reference(setup: Setup, said: DeviceSetup, reference: Reference) -> ReferenceRow:
    facts = facts_of(said.input)
    found = locked(setup.rate, reference, facts.rate if facts else None)
    return ReferenceRow(str(reference), found.locks, found.words)


def _sound(setup: Setup, said: DeviceSetup) -> SoundPage:
    cadence = samples_a_frame(said.sample_rate, setup.rate)
    samples = said.sample_rate * setup.work_range.length / setup.rate.fraction
    devices = sound_devices()
    chosen = next((each for each in devices if each.name == said.sound_device), None)
    trouble = ""
    if said.sound_device and chosen is None:
        trouble = f"{said.sound_device} isn't there any more: choose another."
    elif chosen is not None and said.sample_rate not in chosen.sample_rates:
        near = min(chosen.sample_rates, key=lambda each: abs(each - said.sample_rate))
        trouble = f"{chosen.name} doesn't run at {said.sample_rate:,} Hz; the nearest is {near:,}."
    return SoundPage(
        cadence.words,
        cadence.counts,
        f"{decimal(samples, 1, trim=True)} samples in the work range of "
        f"{setup.work_range.length} frames",
        devices,
        trouble,
    )
