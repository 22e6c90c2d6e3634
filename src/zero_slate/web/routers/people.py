"""Who works here, with which keys, and what their pages keep."""

from typing import Annotated

from fastapi import APIRouter, Path, Request, Response
from pydantic import Field

from zero_slate.core.people.profile import ProfileMark
from zero_slate.core.people.room import HintLevel, Paper, Room, Targets, TextSize
from zero_slate.services.people.people import PeoplePage, TakenProfile
from zero_slate.services.people.rooms import KeysPage
from zero_slate.web.acting import remember
from zero_slate.web.downloads import JSON_FILE, attached
from zero_slate.web.models import ApiModel, CreatedId, Flag, Whole
from zero_slate.web.problems import problems
from zero_slate.web.slate import TheSlate
from zero_slate.web.uploads import Upload

router = APIRouter(prefix="/people", tags=["people"])

SetName = Annotated[str, Path(max_length=200, description="The name of a key set of one's own.")]


class TypedProfile(ApiModel):
    """Who somebody is, as it is typed."""

    name: str
    """The name that changes are told by."""
    initials: str = ""
    """One to four letters or digits, for file names; left empty, the name's first letters."""
    discipline: str = ""
    """What they do, in a few words."""
    mark: ProfileMark | None = None
    """The pattern that tells them apart; left out, one that nobody has yet."""


class NewProfile(TypedProfile):
    """A profile to make."""

    paper: Paper | None = None
    """What the screens are drawn on; left out, as profiles begin here."""


class WhoIsHere(ApiModel):
    """Whose page this is from now on."""

    id: Whole
    """The profile's number."""


class PutAway(ApiModel):
    """Whether a profile is put away."""

    put_away: Flag
    """True to put it away, false to bring it back."""


class RoomChange(ApiModel):
    """What is to change of what a profile keeps; what is left out stays."""

    paper: Paper | None = None
    """What the screens are drawn on."""
    single_keys: Flag | None = None
    """Whether keys without Alt or Ctrl act."""
    key_set: str | None = None
    """The name of the key set to use."""
    hints: HintLevel | None = None
    """What is said of whatever is pointed at."""
    targets: Targets | None = None
    """How large what is pressed is."""
    text: TextSize | None = None
    """How large words and figures are."""
    kept: Annotated[dict[str, str | None], Field(max_length=100)] = {}
    """What pages keep, by name; null lets go of it."""


class NewKeySet(ApiModel):
    """A key set to make."""

    name: str
    """Its name."""
    base: str
    """The name of the set that it begins as."""


class ActionKeys(ApiModel):
    """The keys of an action."""

    action: str
    """The action's name."""
    keys: Annotated[list[str], Field(max_length=10)]
    """Its keys as they are written, as `Shift+F`; none where no key is to do it."""


@router.get("")
def list_people(slate: TheSlate) -> PeoplePage:
    """Return everybody who works here, and what the one who asks keeps."""
    return slate.people.page()


@router.put("/here", responses=problems(404))
def say_who_is_here(
    slate: TheSlate, request: Request, response: Response, body: WhoIsHere
) -> PeoplePage:
    """Say whose pages these are: kept by the browser until somebody else is said."""
    remember(slate, request, response, body.id)
    return slate.people.page()


@router.post("", status_code=201, responses=problems(422, 507))
def create_profile(slate: TheSlate, body: NewProfile) -> CreatedId:
    """Make a profile."""
    return CreatedId(
        id=slate.people.make(body.name, body.initials, body.discipline, body.mark, body.paper)
    )


@router.post("/file", status_code=201, responses=problems(422, 507))
def take_profile(slate: TheSlate, file: Upload) -> TakenProfile:
    """Make a profile from a file, and say what of it isn't known here."""
    return slate.people.take(file.file.read())


@router.get("/keys")
def get_keys(slate: TheSlate) -> KeysPage:
    """Return every action with its keys in the set that the one who asks uses."""
    return slate.rooms.keys()


@router.put("/{person_id}", responses=problems(404, 422, 507))
def change_profile(slate: TheSlate, person_id: int, body: TypedProfile) -> PeoplePage:
    """Change who somebody is."""
    mark = body.mark or ProfileMark.PLAIN
    slate.people.change(person_id, body.name, body.initials, body.discipline, mark)
    return slate.people.page()


@router.post("/{person_id}/copy", status_code=201, responses=problems(404, 422, 507))
def copy_profile(slate: TheSlate, person_id: int) -> CreatedId:
    """Make another profile that keeps what this one does, under a free name."""
    return CreatedId(id=slate.people.copy(person_id))


@router.put("/{person_id}/put-away", responses=problems(404, 507))
def put_profile_away(slate: TheSlate, person_id: int, body: PutAway) -> PeoplePage:
    """Put a profile away, or bring it back."""
    slate.people.put_away(person_id, body.put_away)
    return slate.people.page()


@router.get("/{person_id}/file", response_class=Response, responses=JSON_FILE | problems(404))
def download_profile(slate: TheSlate, person_id: int) -> Response:
    """Return a profile as a file, for another machine."""
    name, content = slate.people.document(person_id)
    return attached(name, content, "application/json")


@router.put("/{person_id}/room", responses=problems(404, 422, 507))
def change_room(slate: TheSlate, person_id: int, body: RoomChange) -> Room:
    """Change what a profile keeps: only what is said changes."""
    said = body.model_dump(exclude_none=True, exclude={"kept"})
    return slate.rooms.change(person_id, said, body.kept)


@router.post("/{person_id}/key-sets", status_code=201, responses=problems(404, 422, 507))
def make_key_set(slate: TheSlate, person_id: int, body: NewKeySet) -> KeysPage:
    """Make a key set from another, and use it."""
    return slate.rooms.make_key_set(person_id, body.name, body.base)


@router.put("/{person_id}/key-sets/{name}", responses=problems(404, 422, 507))
def set_keys(slate: TheSlate, person_id: int, name: SetName, body: ActionKeys) -> KeysPage:
    """Give an action other keys in a key set of one's own."""
    return slate.rooms.set_keys(person_id, name, body.action, tuple(body.keys))


@router.delete("/{person_id}/key-sets/{name}", responses=problems(404, 422, 507))
def remove_key_set(slate: TheSlate, person_id: int, name: SetName) -> KeysPage:
    """Remove a key set of one's own."""
    return slate.rooms.remove_key_set(person_id, name)
