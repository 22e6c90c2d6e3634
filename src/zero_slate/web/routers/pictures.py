"""Small pictures: of an element at a frame, of one of its layers, of a whole shot."""

from typing import Annotated

from fastapi import APIRouter, Depends, Query, Request, Response
from fastapi.concurrency import run_in_threadpool

from zero_slate.core.time.frames import FURTHEST, FrameRange
from zero_slate.files.media.pixels.small import MEDIA_TYPE
from zero_slate.services.media.pictures import AskedPicture, SeenAs
from zero_slate.services.media.sounds import Waveform
from zero_slate.web.awaiting import awaited
from zero_slate.web.downloads import gives
from zero_slate.web.problems import problems
from zero_slate.web.slate import Slate, TheSlate

router = APIRouter(tags=["elements"])

Frame = Annotated[
    int | None,
    Query(
        ge=-FURTHEST,
        le=FURTHEST,
        description="The shot's frame; the middle of the cut where it is left out.",
    ),
]
RuleFrame = Annotated[
    int, Query(ge=-FURTHEST, le=FURTHEST, description="An end of the frames looked at.")
]
Width = Annotated[int, Query(description="How many pixels wide it is to be.")]
Typed = Annotated[
    str, Query(max_length=400, description="A colour setting as it is typed; empty for its own.")
]


def _seen_as(
    config: Typed = "",
    working: Typed = "",
    display: Typed = "",
    view: Typed = "",
    rules: Annotated[
        str | None, Query(max_length=1200, description="Rules that files are read by, as typed.")
    ] = None,
) -> SeenAs:
    return SeenAs(config, working, display, view, rules)


TheSeenAs = Annotated[SeenAs, Depends(_seen_as)]
# A picture is asked for anew each time, and answered from what is kept where nothing changed.
_CACHING = "no-cache"
_GIVES = {**gives(MEDIA_TYPE), **problems(404, 422, 503)}


@router.get(
    "/shots/{shot_id}/elements/{element_id}/picture", response_class=Response, responses=_GIVES
)
async def get_element_picture(
    slate: TheSlate,
    request: Request,
    shot_id: int,
    element_id: int,
    frame: Frame = None,
    width: Width = 320,
    layer: Annotated[
        str, Query(max_length=200, description="A layer's key; the picture itself without one.")
    ] = "",
    space: Annotated[
        str,
        Query(max_length=120, description="A colour space to read it as, in place of its own."),
    ] = "",
    *,
    seen_as: TheSeenAs,
    hatch: Annotated[bool, Query(description="Whether what lies outside is hatched.")] = False,
) -> Response:
    """Return a small picture of an element, placed on its canvas and seen through the view."""
    asked = await run_in_threadpool(
        slate.pictures.asked, shot_id, element_id, frame, width, layer, space, seen_as, hatch
    )
    return await _answer(slate, request, asked)


@router.get("/shots/{shot_id}/elements/{element_id}/waveform", responses=problems(404, 422, 503))
def get_waveform(
    slate: TheSlate, shot_id: int, element_id: int, first: RuleFrame, last: RuleFrame
) -> Waveform:
    """Return the outline of a sound from one frame of the shot to another."""
    return slate.sounds.waveform(shot_id, element_id, FrameRange(first, last))


@router.get("/shots/{shot_id}/picture", response_class=Response, responses=_GIVES)
async def get_shot_picture(
    slate: TheSlate,
    request: Request,
    shot_id: int,
    width: Width = 160,
    share: Annotated[
        float | None,
        Query(ge=0, le=1, description="Where in the cut, from 0 to 1; the middle without it."),
    ] = None,
) -> Response:
    """Return a small picture of a shot: of its plate, or of what is frontmost."""
    asked = await run_in_threadpool(slate.pictures.face, shot_id, width, share)
    return await _answer(slate, request, asked)


async def _answer(slate: Slate, request: Request, asked: AskedPicture) -> Response:
    tag = f'"{asked.key}"'
    headers = {"ETag": tag, "Cache-Control": _CACHING}
    if request.headers.get("If-None-Match") == tag:
        return Response(status_code=304, headers=headers)
    content = await run_in_threadpool(slate.pictures.cache.get, asked.key)
    if content is None:
        content = await _made(slate, request, asked)
    return Response(content, media_type=MEDIA_TYPE, headers=headers)


async def _made(slate: Slate, request: Request, asked: AskedPicture) -> bytes:
    """Wait for a picture as long as somebody waits for the answer."""
    making = slate.pictures.begin(asked)
    return await awaited(request, making, lambda: slate.pictures.leave(asked)) or b""
