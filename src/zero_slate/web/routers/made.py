"""What is made of a shot's stack as it is typed: pictures, samples, frames to be played, grain."""

from concurrent.futures import Future
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool
from pydantic import Field

from zero_slate.core.finish.finish import (
    LARGEST_SCALE,
    LARGEST_SEED,
    SMALLEST_SCALE,
    Texture,
)
from zero_slate.files.media.pixels.made.pictures import MADE_TYPE
from zero_slate.services.media.grain_trials import GrainResult, MatchedGrain
from zero_slate.services.media.made import PlayedFrame, seen_as
from zero_slate.services.places.writing_out import WantedFrames, WrittenOut
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.awaiting import awaited
from zero_slate.web.downloads import gives
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Texts, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["made"])
SeenName = Annotated[str, Field(max_length=40)]


class MadePicture(ApiModel):
    """A picture of a stack to be made."""

    typed: Texts = {}
    """What is typed in the sheet, by setting and part."""
    frame: Whole | None = None
    """The frame of the shot; the middle of the cut where it is left out."""
    width: Whole = 960
    """About how many pixels wide."""
    seen: SeenName = ""
    """How it is seen: as set, `as drawn`, `left eye`, `right eye` or `both eyes`."""


class WantedPlay(ApiModel):
    """Frames to be made, to be played."""

    typed: Texts = {}
    """What is typed in the sheet, by setting and part."""
    first: Whole | None = None
    """The first of them; where the cut begins where it is left out."""
    count: Whole = 24
    """How many."""
    seen: SeenName = ""
    """How the stack is seen."""


class PlayState(JobState):
    """How far frames to be played are."""

    first: int
    """The place of the first of `results` among all that came of it."""
    results: list[PlayedFrame]
    """The frames made since what was told before; they come in any order."""

    @classmethod
    def of(cls, job: Job[PlayedFrame], since: int = 0) -> "PlayState":
        """Take a job's state as it is now."""
        return cls.told(job, first=since, results=job.results[since:])


class PlateId(ApiModel):
    """A plate whose grain is measured."""

    element: Whole | None = None
    """The element's number; the first plate where it is left out."""


class WantedGrainTrial(ApiModel):
    """Grain to be tried."""

    typed: Texts = {}
    """What is typed in the sheet, by setting and part."""
    target: str = Field(default="", max_length=60)
    """The kind of target; the first that is published where it is left out."""
    megabits: Annotated[float, Field(allow_inf_nan=False)] | None = None
    """The data rate of the whole picture in Mb/s; the target's where it is left out."""


class GrainTrialState(JobState):
    """How far a trial of grain is, in frames made and pairs encoded."""

    first: int
    """The place of the first of `results` among all that came of it."""
    results: list[GrainResult]
    """What came of it since what was told before: the last says what it comes to."""

    @classmethod
    def of(cls, job: Job[GrainResult], since: int = 0) -> "GrainTrialState":
        """Take a job's state as it is now."""
        return cls.told(job, first=since, results=job.results[since:])


class FramesToWrite(ApiModel):
    """Frames of a stack to be written out."""

    typed: Texts = {}
    """What is typed in the sheet, by setting and part."""
    element: str = Field(default="finished", max_length=64)
    """What they are called."""
    first: Whole | None = None
    """The first of them; the work range's where it is left out."""
    last: Whole | None = None
    """The last of them; the work range's where it is left out."""
    seen: SeenName = ""
    """How the stack is seen."""


class WriteState(JobState):
    """How far the writing of frames is."""

    written: WrittenOut | None
    """What was written, once it is."""

    @classmethod
    def of(cls, job: Job[WrittenOut], _: int = 0) -> "WriteState":
        """Take a job's state as it is now."""
        return cls.told(job, written=job.results[0] if job.results else None)


@router.post(
    "/shots/{shot_id}/made/picture",
    response_class=Response,
    responses={**gives(MADE_TYPE), **problems(404, 422, 503)},
)
async def make_picture(
    slate: TheSlate, request: Request, shot_id: int, body: MadePicture
) -> Response:
    """Return the stack as one picture, with what is typed; nothing is stored."""

    def begin() -> "Future[bytes]":
        stack = slate.made.typed(shot_id, body.typed)
        setup = stack.context.setup
        seen = seen_as(body.seen, setup.eyes.are_there and setup.camera.is_there)
        return slate.made.begin(stack, slate.made.asked(stack, body.frame, seen, body.width))

    making = await run_in_threadpool(begin)
    content = await awaited(request, making, making.cancel)
    return Response(content or b"", media_type=MADE_TYPE, headers={"Cache-Control": "no-store"})


@router.get(
    "/samples/{texture}",
    response_class=Response,
    responses={**gives(MADE_TYPE), **problems(404, 422)},
)
async def get_sample(
    slate: TheSlate,
    request: Request,
    texture: Texture,
    strength: Annotated[int, Query(ge=1, le=100, description="Its strength in per cent.")] = 60,
    scale: Annotated[
        int, Query(ge=SMALLEST_SCALE, le=LARGEST_SCALE, description="Its scale in canvas pixels.")
    ] = 24,
    held: Annotated[bool, Query(description="Whether the colour is held.")] = False,
    seed: Annotated[int, Query(ge=0, le=LARGEST_SEED, description="What chance begins with.")] = 1,
) -> Response:
    """Return a swatch of a texture: a fill with a line across it, on white paper."""
    making = slate.made.begin_sample(texture, strength, scale, held, seed)
    content = await awaited(request, making, making.cancel)
    headers = {"Cache-Control": "private, max-age=3600"}
    return Response(content or b"", media_type=MADE_TYPE, headers=headers)


@router.post("/shots/{shot_id}/made/plays", status_code=202, responses=problems(404, 422, 503))
def play_made(slate: TheSlate, shot_id: int, body: WantedPlay) -> PlayState:
    """Begin to make frames to be played, and to measure what changes where nothing moves."""
    seen = seen_as(body.seen, True)
    return PlayState.of(slate.made.play(shot_id, body.typed, body.first, body.count, seen))


@router.post("/shots/{shot_id}/grain/match", responses=problems(404, 422, 503))
async def match_plate(
    slate: TheSlate, request: Request, shot_id: int, body: PlateId
) -> MatchedGrain:
    """Return the grain of a plate, measured at five brightnesses, as it would be typed."""
    name, future, scale = await run_in_threadpool(
        slate.grain_trials.begin_match, shot_id, body.element
    )
    measured = await awaited(request, future, future.cancel)
    if measured is None:
        return MatchedGrain(name, "", "")
    return slate.grain_trials.matched(name, measured, scale)


@router.post("/shots/{shot_id}/grain/trials", status_code=202, responses=problems(404, 422, 503))
def try_grain(slate: TheSlate, shot_id: int, body: WantedGrainTrial) -> GrainTrialState:
    """Begin to encode some frames with and without grain, to see what is left of it."""
    return GrainTrialState.of(
        slate.grain_trials.start(shot_id, body.typed, body.target, body.megabits)
    )


@router.post(
    "/shots/{shot_id}/made/frames", status_code=202, responses=problems(404, 409, 422, 503)
)
def write_frames(slate: TheSlate, shot_id: int, body: FramesToWrite) -> WriteState:
    """Begin to write frames of the stack to where the path rules put renders."""
    wanted = WantedFrames(body.element, body.first, body.last, body.seen)
    return WriteState.of(slate.writing_out.start(shot_id, body.typed, wanted))


add_job_routes(
    router, "play", PlayState, PlayState.of,
    lambda slate, shot_id, number: slate.made.job(shot_id, number),
    path="/shots/{shot_id}/made/plays",
)  # fmt: skip
add_job_routes(
    router, "grain_trial", GrainTrialState, GrainTrialState.of,
    lambda slate, shot_id, number: slate.grain_trials.job(shot_id, number),
    path="/shots/{shot_id}/grain/trials",
)  # fmt: skip
add_job_routes(
    router, "writing_out", WriteState, WriteState.of,
    lambda slate, shot_id, number: slate.writing_out.job(shot_id, number),
    path="/shots/{shot_id}/made/frames",
)  # fmt: skip
