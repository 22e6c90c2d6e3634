"""Files of profiles: who somebody is, with paper, keys and what pages keep, for another machine."""

import json
from dataclasses import replace
from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, ValidationError

from zero_slate.core.base.texts import require_shown
from zero_slate.core.people.key_sets import LETTERS, SHIPPED, OwnKeySet
from zero_slate.core.people.profile import Profile
from zero_slate.core.people.room import Room, known_sets
from zero_slate.files.setup_files import DocumentRefusal, check_kind, first_problem, read_json

NAME = "profile file"
# What belongs to one installation: the numbers in it mean nothing elsewhere.
_STAYS = ("spines", "recent", "pinned", "here", "scrolled", "windows")


class ProfileDocument(BaseModel):
    """A profile, for another installation."""

    model_config = ConfigDict(extra="forbid", title="Zero Slate profile")

    kind: Literal["zero-slate/profile"] = "zero-slate/profile"
    version: Literal[1] = 1
    profile: Profile
    room: Room = Room()


def write_profile_file(profile: Profile, room: Room) -> bytes:
    """Write a profile as JSON; what its pages keep of this installation's shots stays here."""
    kept = {key: text for key, text in room.kept.items() if key not in _STAYS}
    goes = ProfileDocument(profile=profile, room=replace(room, kept=kept))
    return (goes.model_dump_json(indent=2) + "\n").encode()


def read_profile_file(content: bytes) -> tuple[Profile, Room, tuple[str, ...]]:
    """Read a profile file: who, what they keep, and what of it isn't known here and was left out.

    Raises DocumentRefusal for a file of another kind, of a later version, or damaged.
    """
    said: Any = read_json(content, NAME)
    check_kind(said, ProfileDocument, NAME)
    try:
        require_shown({key: each for key, each in said.items() if key != "room"})
        read = ProfileDocument.model_validate_json(json.dumps(said))
    except ValidationError as error:
        raise DocumentRefusal(first_problem(error, NAME)) from error
    sets, left = known_sets(read.room.own_sets)
    chosen = _chosen(read.room, sets)
    if chosen != read.room.key_set:
        left += (f"The keys in use, “{read.room.key_set}”, aren't here: {chosen}.",)
    # What pages keep is taken piece by piece: one that is too long is refused by its name.
    room = replace(read.room, key_set=chosen, own_sets=sets, kept={}).with_kept(read.room.kept)
    return read.profile, room, left


def _chosen(room: Room, sets: tuple[OwnKeySet, ...]) -> str:
    if room.key_set in SHIPPED:
        return room.key_set
    # A set whose name was taken goes by another: it is the same one by its place.
    for before, after in zip(room.own_sets, sets, strict=True):
        if before.name == room.key_set:
            return after.name
    return LETTERS
