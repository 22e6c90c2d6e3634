"""Where a production's files go: layouts, folders, and the disks they lie on."""

from typing import Annotated

from fastapi import APIRouter, Query, Response
from pydantic import Field

from zero_slate.core.places.layout import FileKind
from zero_slate.services.places.disks import DisksPage, VolumePage
from zero_slate.services.places.folders import MadeFolders, TreePage
from zero_slate.services.places.layouts import LayoutPage, LayoutTexts
from zero_slate.services.places.typed import TypedLayout
from zero_slate.services.runtime.jobs import Job
from zero_slate.web.downloads import JSON_FILE, attached
from zero_slate.web.job_events import JobState
from zero_slate.web.job_routes import add_job_routes
from zero_slate.web.models import ApiModel, OnVersion, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(tags=["files"])

_LAYOUT = "/productions/{production_id}/layout"
Rule = Annotated[str, Field(max_length=1000)]
ShotCode = Annotated[
    str,
    Query(
        max_length=64, description="The code of the shot it is shown for; a fitting one without."
    ),
]


class TypedFiles(ApiModel):
    """Where files go, as it is typed; what is left out stays as it is."""

    name: str | None = Field(default=None, max_length=200)
    """What the layout is called."""
    paths: dict[FileKind, Rule] | None = None
    """The rule of each kind of file's path, by the kind."""
    folders: list[Rule] | None = Field(default=None, max_length=200)
    """The rules of folders that are made besides."""
    disciplines: list[Rule] | None = Field(default=None, max_length=200)
    """What is done in the production."""
    volume: str | None = Field(default=None, max_length=200)
    """The volume that files lie on."""
    folder: str | None = Field(default=None, max_length=1000)
    """The folder of it that all lies below."""
    elsewhere: dict[FileKind, Rule] | None = None
    """The volume of kinds that lie on another one."""

    @property
    def layout(self) -> TypedLayout:
        """The same for the services."""
        return TypedLayout(
            self.name,
            self.paths,
            self.folders,
            self.disciplines,
            self.volume,
            self.folder,
            self.elsewhere,
        )


class FilesPreview(ApiModel):
    """Where files go, as it is typed, and the shot that it is shown for."""

    typed: TypedFiles
    """What is typed."""
    shot: str = Field(default="", max_length=64)
    """The shot's code; a fitting one where it is left out."""


class SavedFiles(OnVersion):
    """Where files are to go, as it is typed."""

    typed: TypedFiles
    """What is typed."""


class RestoredFiles(OnVersion):
    """A version of where files go that is to stand again."""

    number: Whole
    """Its number."""


class KeptName(ApiModel):
    """The name that a layout is kept under."""

    name: str
    """The name."""


class FilesPage(ApiModel):
    """Where a production's files go, and the folders that they need."""

    layout: LayoutPage
    """Where they go."""
    tree: TreePage
    """The folders of the shot that it is shown for."""


class OfShot(ApiModel):
    """One shot of a production, or all."""

    shot: str | None = Field(default=None, max_length=64)
    """The shot's code; all shots where it is left out."""


class SpeedTest(ApiModel):
    """A volume whose speed is to be measured, with frames of a shot."""

    volume: str = Field(max_length=200)
    """The volume's name."""
    shot: str = Field(default="", max_length=64)
    """The shot's code; a fitting one where it is left out."""


class FolderJob(JobState):
    """How far the making of folders is."""

    made: MadeFolders | None
    """What it came to, once it is done."""

    @classmethod
    def of(cls, job: Job[MadeFolders], _: int = 0) -> "FolderJob":
        """Take a job's state as it is now."""
        return cls.told(job, made=job.results[0] if job.results else None)


class SpeedJob(JobState):
    """How far a speed test is, in frames written and read."""

    measured: VolumePage | None
    """The volume, once it is measured."""

    @classmethod
    def of(cls, job: Job[VolumePage], _: int = 0) -> "SpeedJob":
        """Take a job's state as it is now."""
        return cls.told(job, measured=job.results[0] if job.results else None)


@router.get(_LAYOUT, responses=problems(404, 409))
def get_layout(slate: TheSlate, production_id: int, shot: ShotCode = "") -> FilesPage:
    """Return where a production's files go."""
    page = slate.layouts.page(production_id, code=shot)
    return FilesPage(layout=page, tree=slate.folders.tree(production_id, page.shot))


@router.post(f"{_LAYOUT}/preview", responses=problems(404, 409, 422))
def preview_layout(slate: TheSlate, production_id: int, body: FilesPreview) -> FilesPage:
    """Show where files would go as it is typed; nothing is stored."""
    typed = body.typed.layout
    page = slate.layouts.page(production_id, typed, body.shot)
    return FilesPage(layout=page, tree=slate.folders.tree(production_id, page.shot, typed))


@router.put(_LAYOUT, responses=problems(404, 409, 422, 507))
def save_layout(slate: TheSlate, production_id: int, body: SavedFiles) -> FilesPage:
    """Store where files go as the next version."""
    slate.layouts.change(production_id, body.base, body.typed.layout)
    return get_layout(slate, production_id)


@router.post(f"{_LAYOUT}/restore", responses=problems(404, 409, 422, 507))
def restore_layout(slate: TheSlate, production_id: int, body: RestoredFiles) -> FilesPage:
    """Bring a version back as the newest."""
    slate.layouts.restore(production_id, body.base, body.number)
    return get_layout(slate, production_id)


@router.post(f"{_LAYOUT}/keep", status_code=204, responses=problems(404, 422, 507))
def keep_layout(slate: TheSlate, production_id: int, body: KeptName) -> None:
    """Keep a production's layout under a name, for others."""
    slate.layouts.keep(production_id, body.name)


@router.get(f"{_LAYOUT}/texts", responses=problems(404))
def get_layout_texts(slate: TheSlate, production_id: int) -> LayoutTexts:
    """Return a production's layout as it is typed, to be taken over by another."""
    return slate.layouts.texts_of(production_id)


@router.get(f"{_LAYOUT}.json", response_class=Response, responses={**JSON_FILE, **problems(404)})
def download_layout(slate: TheSlate, production_id: int) -> Response:
    """Return a production's layout as a file."""
    return attached("layout.json", slate.layouts.document(production_id), "application/json")


@router.get("/layouts/texts", responses=problems(404))
def get_kept_layout(
    slate: TheSlate,
    name: Annotated[str, Query(max_length=60, description="The layout's name.")],
) -> LayoutTexts:
    """Return a layout that ships or was kept, as it is typed."""
    return slate.layouts.texts(name)


@router.post("/layouts/file", responses=problems(422))
def read_layout_file(slate: TheSlate, file: Upload) -> LayoutTexts:
    """Read a layout from a file, as it is typed; nothing is stored."""
    return slate.layouts.from_file(file.file.read())


@router.delete("/layouts/{own_id:int}", status_code=204, responses=problems(404, 507))
def remove_layout(slate: TheSlate, own_id: int) -> None:
    """Remove a layout that was kept; productions that took it over keep it."""
    slate.layouts.remove(own_id)


@router.get("/productions/{production_id}/folders", responses=problems(404, 409))
def get_folders(slate: TheSlate, production_id: int) -> TreePage:
    """Return the folders of all shots, and what stands there."""
    return slate.folders.tree(production_id, None)


@router.post(
    "/productions/{production_id}/folder-jobs", status_code=202, responses=problems(404, 409, 422)
)
def make_folders(slate: TheSlate, production_id: int, body: OfShot) -> FolderJob:
    """Begin to make the folders of a shot, or of all; what is there stays as it is."""
    return FolderJob.of(slate.folders.make(production_id, body.shot))


@router.get("/productions/{production_id}/disks", responses=problems(404, 409))
def get_disks(slate: TheSlate, production_id: int, shot: ShotCode = "") -> DisksPage:
    """Return the volumes: their room in frames of a shot, and what may be done there."""
    return slate.disks.page(production_id, shot)


@router.post(
    "/productions/{production_id}/speed-jobs",
    status_code=202,
    responses=problems(404, 409, 422, 503),
)
def test_speed(slate: TheSlate, production_id: int, body: SpeedTest) -> SpeedJob:
    """Begin to measure how fast a volume writes and reads frames of a shot."""
    return SpeedJob.of(slate.disks.test(production_id, body.volume, body.shot))


add_job_routes(
    router,
    "folder_job",
    FolderJob,
    FolderJob.of,
    lambda slate, production_id, number: slate.folders.job(production_id, number),
    path="/productions/{production_id}/folder-jobs",
    owner="production_id",
)
add_job_routes(
    router,
    "speed_job",
    SpeedJob,
    SpeedJob.of,
    lambda slate, production_id, number: slate.disks.job(production_id, number),
    path="/productions/{production_id}/speed-jobs",
    owner="production_id",
)
