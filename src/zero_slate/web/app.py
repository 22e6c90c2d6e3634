"""The application: the API, and the pages that were built for it."""

import asyncio
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import Depends, FastAPI, Request, Response
from fastapi.responses import FileResponse, PlainTextResponse
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.middleware.trustedhost import TrustedHostMiddleware

from zero_slate import __version__
from zero_slate.config import Config
from zero_slate.web.acting import ActingPerson
from zero_slate.web.description import describe
from zero_slate.web.guards.addresses import require_address
from zero_slate.web.guards.bodies import USUAL, BodyWatch
from zero_slate.web.guards.headers import SafeHeaders
from zero_slate.web.guards.origin import OwnPagesOnly
from zero_slate.web.guards.plain_answers import ProblemForm
from zero_slate.web.methods import PAGES
from zero_slate.web.problems import answer_refusals, wrong_method
from zero_slate.web.reckoning.pool import Reckoners
from zero_slate.web.reckoning.route import AT_ONCE
from zero_slate.web.request_log import RequestLog
from zero_slate.web.routers import (
    archives,
    batches,
    beside,
    changes,
    company,
    cuts,
    data_files,
    desk,
    devices,
    edit_formats,
    elements,
    exports,
    finding,
    formats,
    found,
    frame_requests,
    framing,
    grades,
    handoff,
    house,
    kept_versions,
    layers,
    layouts,
    light_copies,
    made,
    media_jobs,
    new_shots,
    people,
    pictures,
    productions,
    proof,
    recuts,
    relinking,
    shared_setups,
    sheets,
    storing,
    targets,
    time_changes,
    versions,
    views,
    workers,
)
from zero_slate.web.slate import Slate

STATIC = Path(__file__).parent / "static"
API = "/api/v1"
# The server listens on the loopback only; a page elsewhere must not reach it by another name.
HOSTS = ["localhost", "127.0.0.1", "[::1]"]


def create_app(config: Config, reckoners: Reckoners | None = None) -> FastAPI:
    """Make the application for an installation; what `reckoners` there are begin with it."""
    slate = Slate(config)

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        slate.open()
        if reckoners:
            reckoners.start()
        yield
        if reckoners:
            await reckoners.stop()
        slate.close()

    app = FastAPI(
        title="Zero Slate",
        version=__version__,
        lifespan=lifespan,
        docs_url=None,
        redoc_url=None,
        openapi_url=f"{API}/openapi.json",
        generate_unique_id_function=_name,
        dependencies=[Depends(require_address)],
    )
    app.state.slate = slate
    app.state.reckoners = reckoners
    app.state.reckoning = asyncio.Semaphore(AT_ONCE)
    app.add_middleware(ActingPerson, slate=slate)
    app.add_middleware(BodyWatch)
    app.add_middleware(TrustedHostMiddleware, allowed_hosts=HOSTS)
    app.add_middleware(ProblemForm)
    app.add_middleware(OwnPagesOnly)
    app.add_middleware(SafeHeaders, page=STATIC / "index.html")
    app.add_middleware(RequestLog)
    answer_refusals(app)
    app.include_router(desk.health)
    for module in (
        desk,
        people,
        finding,
        company,
        productions,
        edit_formats,
        cuts,
        recuts,
        frame_requests,
        new_shots,
        batches,
        beside,
        shared_setups,
        house,
        formats,
        sheets,
        changes,
        time_changes,
        elements,
        pictures,
        proof,
        grades,
        light_copies,
        layers,
        views,
        found,
        relinking,
        media_jobs,
        data_files,
        layouts,
        storing,
        archives,
        workers,
        devices,
        versions,
        kept_versions,
        framing,
        exports,
        handoff,
        made,
        targets,
    ):
        app.include_router(module.router, prefix=API, max_body_size=USUAL)
    describe(app)
    _serve_pages(app)
    return app


def lay_out_routes(app: FastAPI) -> None:
    """Do before a server starts what the framework leaves to the first person who asks."""
    nowhere = {"type": "http", "method": "GET", "path": f"{API}/", "root_path": "", "headers": []}
    for route in app.routes:
        route.matches(nowhere)


def _name(route: APIRoute) -> str:
    return route.name


def _serve_pages(app: FastAPI) -> None:
    app.mount("/_app", StaticFiles(directory=STATIC / "_app", check_dir=False), name="built")

    @app.get(PAGES, include_in_schema=False)
    def page(request: Request, path: str) -> Response:
        """Serve a built file, or the one page whose script knows the way."""
        if path.startswith("api/"):
            return wrong_method(request)
        file = (STATIC / path).resolve()
        if path and STATIC in file.parents and file.is_file():
            return FileResponse(file)
        index = STATIC / "index.html"
        if not index.exists():
            return PlainTextResponse("The pages are not built yet: run `make demo`.", 503)
        return FileResponse(index, headers={"Cache-Control": "no-cache"})
