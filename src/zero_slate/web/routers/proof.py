"""The proof: what there is to look at, frames' pixels, and the shaders they are seen by."""

import json
import os
from collections.abc import AsyncIterator
from concurrent.futures import Future
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from fastapi import Path as PathParameter
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import StreamingResponse

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.texts import LARGEST_NUMBER
from zero_slate.core.colour.outside import OutsideShares
from zero_slate.core.media.header import Window
from zero_slate.core.media.noise import NoiseTable
from zero_slate.core.time.frames import FURTHEST
from zero_slate.files.colour.shaders import ViewShader
from zero_slate.files.media.pixels.frames import Frame
from zero_slate.files.media.pixels.seen_frame import SEEN_TYPE, Adjusted
from zero_slate.services.media.proof import LONGEST_SIDE, AskedFrame, content_of, forget
from zero_slate.services.media.proof_page import ProofPage
from zero_slate.web.awaiting import awaited
from zero_slate.web.downloads import gives
from zero_slate.web.problems import problems
from zero_slate.web.routers.pictures import TheSeenAs
from zero_slate.web.slate import Slate, TheSlate

router = APIRouter(tags=["proof"])

PIXELS_TYPE = "application/octet-stream"
HEADER = "Zero-Slate-Frame"
# A texture of this side is what WebGL 2 takes on the machines that there are.
_CHUNK = 2**20
_ELEMENT = "/shots/{shot_id}/proof/{element_id}"

ElementId = Annotated[
    int,
    PathParameter(
        ge=0, le=LARGEST_NUMBER, description="The number of an element; 0 for the stack."
    ),
]
Number = Annotated[
    int,
    Query(
        ge=-FURTHEST,
        le=FURTHEST,
        description="The number of the element's file; of the stack, which is element 0, a frame "
        "of the shot.",
    ),
]
LayerKey = Annotated[
    str, Query(max_length=200, description="A layer's key; the picture itself without one.")
]
Part = Annotated[
    str | None,
    Query(
        max_length=60,
        pattern=r"^-?\d{1,6},-?\d{1,6},\d{1,6},\d{1,6}$",
        description="The part of the format that is wanted, as x,y,width,height; all of it "
        "without one.",
    ),
]
Longest = Annotated[
    int,
    Query(ge=64, le=LONGEST_SIDE, description="The most pixels along a side that can be shown."),
]


@router.get("/shots/{shot_id}/proof", responses=problems(404))
def get_proof(slate: TheSlate, shot_id: int) -> ProofPage:
    """Return all that there is to look at in a shot."""
    return slate.proofs.pages.page(shot_id)


@router.get(f"{_ELEMENT}/shader", responses=problems(404, 422))
def get_shader(
    slate: TheSlate,
    shot_id: int,
    element_id: ElementId,
    layer: LayerKey = "",
    graded: Annotated[bool, Query(description="Whether the shot's grade lies between.")] = False,
) -> ViewShader | None:
    """Return the shader that a layer is seen by, made by OpenColorIO; null for data."""
    return slate.proofs.seeing.shader(shot_id, element_id, layer, graded)


@router.get(
    f"{_ELEMENT}/pixels",
    response_class=Response,
    responses={**gives(PIXELS_TYPE), **problems(404, 422, 503)},
)
async def get_pixels(
    slate: TheSlate,
    request: Request,
    shot_id: int,
    element_id: ElementId,
    number: Number,
    layer: LayerKey = "",
    part: Part = None,
    longest: Longest = 8192,
    light: Annotated[bool, Query(description="Whether its light copy is read instead.")] = False,
) -> Response:
    """Return the pixels of a frame as they are stored, row by row from the upper left.

    The header `Zero-Slate-Frame` says their size, channels and sample type as JSON.
    """
    asked = await _asked(slate, shot_id, element_id, number, layer, part, longest, light)
    tag = f'"{asked.key}"'
    headers = {"ETag": tag, "Cache-Control": "no-cache"}
    if request.headers.get("If-None-Match") == tag:
        return Response(status_code=304, headers=headers)
    making = slate.proofs.begin(asked)
    frame = await awaited(request, making, lambda: _leave(making))
    if frame is None:
        return Response(status_code=204)
    headers[HEADER] = json.dumps(_told(frame))
    content = content_of(frame)
    if isinstance(content, bytes):
        return Response(content, media_type=PIXELS_TYPE, headers=headers)
    headers["Content-Length"] = str(os.fstat(content).st_size)
    return StreamingResponse(_pieces(content), media_type=PIXELS_TYPE, headers=headers)


@router.get(
    f"{_ELEMENT}/seen",
    response_class=Response,
    responses={**gives(SEEN_TYPE), **problems(404, 422, 503)},
)
async def get_seen(
    slate: TheSlate,
    request: Request,
    shot_id: int,
    element_id: ElementId,
    number: Number,
    layer: LayerKey = "",
    part: Part = None,
    exposure: Annotated[float, Query(ge=-16, le=16, description="Stops brighter.")] = 0,
    gamma: Annotated[float, Query(ge=0.1, le=10, description="The power is 1 over it.")] = 1,
    saturation: Annotated[float, Query(ge=0, le=4, description="0 is grey, 1 as it is.")] = 1,
    channel: Annotated[
        str,
        Query(
            pattern="^(colour|red|green|blue|alpha|luma)$",
            description="One channel alone, or the colour.",
        ),
    ] = "colour",
    graded: Annotated[bool, Query(description="Whether the shot's grade lies between.")] = False,
    width: Annotated[int, Query(ge=16, le=4096, description="At most so many pixels wide.")] = 1920,
) -> Response:
    """Return a frame as it is looked at, as PNG: for browsers that can't draw it themselves."""
    asked = await _asked(slate, shot_id, element_id, number, layer, part, LONGEST_SIDE)
    look = Adjusted(exposure, gamma, saturation, channel)
    making = await run_in_threadpool(
        slate.proofs.begin_seen, shot_id, element_id, asked, layer, look, width, graded
    )
    content = await awaited(request, making, making.cancel)
    return Response(content or b"", media_type=SEEN_TYPE, headers={"Cache-Control": "no-cache"})


@router.get(f"{_ELEMENT}/noise", responses=problems(404, 422, 503))
async def get_noise(
    slate: TheSlate,
    request: Request,
    shot_id: int,
    element_id: ElementId,
    number: Number,
    layer: LayerKey = "",
) -> NoiseTable:
    """Return the noise of a frame by channel, at five brightnesses."""
    making = await run_in_threadpool(slate.proofs.begin_noise, shot_id, element_id, number, layer)
    return await awaited(request, making, making.cancel) or NoiseTable((), 0)


@router.get("/shots/{shot_id}/elements/{element_id}/outside", responses=problems(404, 422, 503))
async def get_outside(
    slate: TheSlate, request: Request, shot_id: int, element_id: int, seen_as: TheSeenAs
) -> OutsideShares:
    """Return how much of an element's middle frame lies outside, with colours as they are typed."""
    number = await run_in_threadpool(slate.proofs.middle, shot_id, element_id)
    asked = await _asked(slate, shot_id, element_id, number, "", None, LONGEST_SIDE)
    making = await run_in_threadpool(
        slate.proofs.begin_outside, shot_id, element_id, asked, seen_as
    )
    return await awaited(request, making, making.cancel) or OutsideShares(0, 0)


async def _asked(
    slate: Slate,
    shot_id: int,
    element_id: int,
    number: int,
    layer: str,
    part: str | None,
    longest: int,
    light: bool = False,
) -> AskedFrame:
    window = None
    if part:
        x, y, width, height = map(int, part.split(","))
        if not width or not height:
            raise Refusal("A part of a picture is at least one pixel wide and high.", part="part")
        window = Window(x, y, width, height)
    return await run_in_threadpool(
        slate.proofs.frame, shot_id, element_id, number, layer, window, longest, light
    )


def _leave(making: "Future[Frame]") -> None:
    if not making.cancel():
        making.add_done_callback(_drop)


def _drop(done: "Future[Frame]") -> None:
    if not done.cancelled() and done.exception() is None:
        forget(done.result())


def _told(frame: Frame) -> dict[str, object]:
    return {
        "width": frame.width,
        "height": frame.height,
        "channels": frame.channels,
        "sample": frame.sample,
        "x": frame.x,
        "y": frame.y,
        "format": [frame.format.width, frame.format.height],
        "rows": frame.rows,
        "reduced": frame.reduced,
        "straight": frame.straight,
        "problem": frame.problem.encode("ascii", "replace").decode(),
    }


async def _pieces(number: int) -> AsyncIterator[bytes]:
    try:
        while piece := await run_in_threadpool(os.read, number, _CHUNK):
            yield piece
    finally:
        os.close(number)
