"""The layers of an element, laid out: of one frame, and of all of them."""

from typing import Any

from fastapi import APIRouter, Request, Response
from fastapi.concurrency import run_in_threadpool

from zero_slate.files.media.pixels.small import MEDIA_TYPE
from zero_slate.services.media.layers import LayerPage
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.awaiting import awaited
from zero_slate.web.downloads import gives
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, Whole
from zero_slate.web.problems import problems
from zero_slate.web.routers.pictures import Frame
from zero_slate.web.slate import TheSlate

router = APIRouter(tags=["elements"])


class ElementId(ApiModel):
    """An element of a shot."""

    element: Whole
    """The element's number."""


class LayerJob(JobState):
    """How far a look at every frame of an element is, in frames."""

    page: LayerPage | None
    """The layers with what all frames come to, once it is done."""

    @classmethod
    def of(cls, job: Job[LayerPage], _: int = 0) -> "LayerJob":
        """Take a job's state as it is now."""
        return cls.told(job, page=job.results[0] if job.results else None)


@router.get(
    "/shots/{shot_id}/elements/{element_id}/layers",
    response_model=LayerPage,
    responses=problems(404, 422, 503),
)
async def get_layers(
    slate: TheSlate, request: Request, shot_id: int, element_id: int, frame: Frame = None
) -> Any:
    """Return the layers of an element at a frame, each with a picture and its figures."""
    asked = await run_in_threadpool(slate.layers.asked, shot_id, element_id, frame)
    page = await run_in_threadpool(slate.layers.kept, asked)
    if page is None:
        making = slate.layers.begin(asked)
        seen = await awaited(request, making, making.cancel)
        if seen is None:
            # Nobody waits for it any more, and what wasn't made isn't kept.
            return Response(status_code=204)
        page = await run_in_threadpool(slate.layers.keep, asked, seen)
    return page


@router.get(
    "/layer-pictures/{key}",
    response_class=Response,
    responses={**gives(MEDIA_TYPE), **problems(404)},
)
def get_layer_picture(slate: TheSlate, key: str) -> Response:
    """Return a picture of a layer by the key that its sheet gives."""
    headers = {"Cache-Control": "private, max-age=86400, immutable"}
    return Response(slate.layers.picture(key), media_type=MEDIA_TYPE, headers=headers)


@router.post("/shots/{shot_id}/layer-jobs", status_code=202, responses=problems(404, 422))
def look_at_all_frames(slate: TheSlate, shot_id: int, body: ElementId) -> LayerJob:
    """Begin to look at the layers of an element on every frame."""
    return LayerJob.of(slate.layers.look_at_all(shot_id, body.element))


add_job_routes(
    router,
    "layer_job",
    LayerJob,
    LayerJob.of,
    lambda slate, shot_id, number: slate.layers.job(shot_id, number),
    path="/shots/{shot_id}/layer-jobs",
)
