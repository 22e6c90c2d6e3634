"""Devices beside the screen: monitor, reference, sound and capture, all as stand-ins."""

from fastapi import APIRouter
from pydantic import Field

from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.devices.links import LinkBits, Sampling
from zero_slate.core.devices.reference import Reference
from zero_slate.core.devices.setup import DeviceSetup
from zero_slate.services.devices.capturing import Captured, CaptureWanted
from zero_slate.services.devices.devices import DevicesPage
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(prefix="/shots/{shot_id}/devices", tags=["devices"])


class WantedDevices(ApiModel):
    """What is to be set for the devices."""

    held: Signal | None = None
    """The signal that is held; the monitor follows the shot where it is left out."""
    sampling: Sampling = Sampling.HALF
    """How the signal samples colour."""
    bits: LinkBits = LinkBits.TEN
    """The bits of its samples."""
    reference: Reference = Reference.INTERNAL
    """What frames begin by."""
    input: Signal = Signal.NONE
    """The signal that comes in."""
    sample_rate: Whole = 48_000
    """The sample rate of sound, in Hz."""
    sound_device: str = Field(default="", max_length=200)
    """The device that plays it, by its name."""

    @property
    def setup(self) -> DeviceSetup:
        """The same for the services."""
        return DeviceSetup(
            self.held, self.sampling, self.bits, self.reference, self.input, self.sample_rate,
            self.sound_device,
        )  # fmt: skip


class WantedCapture(ApiModel):
    """What is to be recorded from the stand-in."""

    element: str = Field(default="capture", max_length=64)
    """What it is called."""
    first: Whole = 1001
    """The number of its first frame."""
    length: Whole = 24
    """How many frames."""
    start: str = Field(default="01:00:00:00", max_length=16)
    """The label of the first frame."""
    scan: ScanMode | None = None
    """Its fields; the shot's where it is left out."""


class CaptureJob(JobState):
    """How far a recording is, in frames."""

    captured: Captured | None
    """What was recorded, once it is."""

    @classmethod
    def of(cls, job: Job[Captured], _: int = 0) -> "CaptureJob":
        """Take a job's state as it is now."""
        return cls.told(job, captured=job.results[0] if job.results else None)


@router.get("", responses=problems(404, 422))
def get_devices(slate: TheSlate, shot_id: int) -> DevicesPage:
    """Return what is set for the devices, and what that means for a shot."""
    return slate.devices.page(shot_id)


@router.post("/preview", responses=problems(404, 422))
def preview_devices(slate: TheSlate, shot_id: int, body: WantedDevices) -> DevicesPage:
    """Say what other settings would mean; nothing is kept."""
    return slate.devices.page(shot_id, body.setup)


@router.put("", responses=problems(404, 422, 507))
def change_devices(slate: TheSlate, shot_id: int, body: WantedDevices) -> DevicesPage:
    """Keep what is set, for every shot of this installation."""
    return slate.devices.change(shot_id, body.setup)


@router.post("/captures", status_code=202, responses=problems(404, 409, 422, 503))
def capture(slate: TheSlate, shot_id: int, body: WantedCapture) -> CaptureJob:
    """Begin to record from the stand-in to where the path rules put plates."""
    wanted = CaptureWanted(body.element, body.first, body.length, body.start, body.scan)
    return CaptureJob.of(slate.capturing.start(shot_id, wanted))


add_job_routes(
    router,
    "capture_job",
    CaptureJob,
    CaptureJob.of,
    lambda slate, shot_id, number: slate.capturing.job(shot_id, number),
    path="/captures",
)
