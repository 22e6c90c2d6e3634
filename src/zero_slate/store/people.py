"""Profiles and what they keep, as they are stored."""

from pydantic import TypeAdapter
from sqlalchemy import select
from sqlalchemy.orm import Session

from zero_slate.core.people.profile import Profile
from zero_slate.core.people.room import Room
from zero_slate.store.tables import Person
from zero_slate.store.unreadable import Unreadable, readable
from zero_slate.store.written import written

_PROFILE = TypeAdapter(Profile)
_ROOM = TypeAdapter(Room)


def people(session: Session) -> list[Person]:
    """Return everybody, by when they were first here."""
    return list(session.scalars(select(Person).order_by(Person.id)))


def profile_of(row: Person) -> Profile:
    """Return who somebody is; one that can't be read goes by what its row is called."""
    try:
        return readable("The profile", _PROFILE.validate_json, row.profile)
    except Unreadable:
        return Profile(row.folded, "x")


def room_of(row: Person, usual: Room) -> Room:
    """Return what somebody's desk keeps; the usual one where it can't be read any more."""
    try:
        return readable("What the profile keeps", _ROOM.validate_json, row.room)
    except Unreadable:
        return usual


def write_profile(row: Person, profile: Profile) -> None:
    """Put who somebody is into their row. Raises NotKept."""
    row.folded, row.profile = profile.name.casefold(), written(_PROFILE, profile)


def write_room(row: Person, room: Room) -> None:
    """Put what somebody's desk keeps into their row. Raises NotKept."""
    row.room = written(_ROOM, room)
