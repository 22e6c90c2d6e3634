"""Small pictures: of an element at a frame, of one of its layers, of a whole shot."""

import asyncio
from concurrent.futures import Future
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from fastapi.concurrency import run_in_threadpool

from zero_slate.files.media.pixels.small import MEDIA_TYPE
from zero_slate.services.media.pictures import AskedPicture
from zero_slate.web.downloads import gives
from zero_slate.web.problems import problems
from zero_slate.web.slate import Slate, TheSlate

router = APIRouter(tags=["elements"])

Frame = Annotated[
    int | None, Query(description="The shot's frame; the middle of the cut where it is left out.")
]
Width = Annotated[int, Query(description="How many pixels wide it is to be.")]
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
) -> Response:
    """Return a small picture of an element, placed on its canvas and seen through the view."""
    asked = await run_in_threadpool(slate.pictures.asked, shot_id, element_id, frame, width, layer)
    return await _answer(slate, request, asked)


@router.get("/shots/{shot_id}/picture", response_class=Response, responses=_GIVES)
async def get_shot_picture(
    slate: TheSlate, request: Request, shot_id: int, width: Width = 160
) -> Response:
    """Return a small picture of a shot: the middle frame of its plate, or of what is frontmost."""
    asked = await run_in_threadpool(slate.pictures.face, shot_id, width)
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
    making: Future[bytes] = slate.pictures.begin(asked)
    made = asyncio.ensure_future(asyncio.wrap_future(making))
    gone = asyncio.ensure_future(_gone(request))
    try:
        await asyncio.wait((made, gone), return_when=asyncio.FIRST_COMPLETED)
        return made.result() if made.done() else b""
    finally:
        gone.cancel()
        if not made.done():
            slate.pictures.leave(asked)


async def _gone(request: Request) -> None:
    """Wait until the one who asked has gone."""
    while not await request.is_disconnected():
        await asyncio.sleep(0.1)
