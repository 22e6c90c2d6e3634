"""Profiles: made, changed, copied, put away, and taken from one machine to another."""

from dataclasses import dataclass, replace

from sqlalchemy.orm import Session

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.key_sets import bindings_of, is_pen_left
from zero_slate.core.people.profile import (
    DISCIPLINES,
    Profile,
    ProfileMark,
    free_name,
    read_profile,
    unused_mark,
)
from zero_slate.core.people.room import Paper, Room
from zero_slate.files.profile_files import read_profile_file, write_profile_file
from zero_slate.services.runtime.acting import acting
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store.people import people, profile_of, room_of, write_profile, write_room
from zero_slate.store.tables import Person

MOST_PEOPLE = 500


@dataclass(frozen=True, slots=True)
class PersonLine:
    """Somebody who works here."""

    id: int
    """Their number."""
    name: str
    """The name that changes are told by."""
    initials: str
    """Their initials, for file names."""
    discipline: str
    """What they do."""
    mark: ProfileMark
    """The pattern that tells them apart."""
    put_away: bool
    """Whether the profile is put away: nobody is asked whether they are this one."""
    since: str
    """Since when they are here, as an ISO 8601 moment in UTC."""


@dataclass(frozen=True, slots=True)
class PeoplePage:
    """Everybody who works here, and who asks."""

    here: PersonLine | None
    """Whose page this is; None until somebody has said who they are."""
    room: Room
    """What they keep; what a new profile begins with where nobody has said."""
    keys: dict[str, tuple[str, ...]]
    """The keys of every action in the set that they use."""
    pen_left: bool
    """Whether those keys are for a pen in the left hand."""
    asks: bool
    """Whether to ask who works here before anything else."""
    people: tuple[PersonLine, ...]
    """Everybody, those put away too."""
    disciplines: tuple[str, ...]
    """Disciplines to choose from."""
    mark: ProfileMark
    """The mark that the next profile begins with."""
    name: str
    """The name that the first profile begins with."""


@dataclass(frozen=True, slots=True)
class TakenProfile:
    """A profile that was read from a file."""

    id: int
    """Its number."""
    name: str
    """Its name here."""
    left: tuple[str, ...]
    """What of the file isn't known here, and was left out."""


class People:
    """Who works on this installation."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self.begins = workspace.config.read_profiles()

    def page(self) -> PeoplePage:
        """Return everybody, and what the one who asks keeps."""
        by, says = acting.get(), self.workspace.config
        with self.workspace.reading() as session:
            rows = people(session)
            here = next((row for row in rows if by is not None and row.id == by.id), None)
            room = room_of(here, self.begins) if here else self.begins
        return PeoplePage(
            _line(here) if here else None,
            room,
            bindings_of(room.key_set, room.own_sets),
            is_pen_left(room.key_set, room.own_sets),
            here is None,
            tuple(map(_line, rows)),
            DISCIPLINES,
            unused_mark(profile_of(row) for row in rows if not row.put_away),
            says.who if not rows else "",
        )

    def require(self, person_id: int) -> None:
        """Raise NotFound where there is no such profile."""
        with self.workspace.reading() as session:
            person_of(session, person_id)

    def said_by_config(self) -> int | None:
        """Return who works here where the configuration says so and they have a profile."""
        config = self.workspace.config
        if not config.says_who:
            return None
        with self.workspace.reading() as session:
            folded = config.who.casefold()
            return next((row.id for row in people(session) if row.folded == folded), None)

    def welcome_said(self) -> None:
        """Make the profile of the one that the configuration says works here, if there is none."""
        config = self.workspace.config
        if config.says_who and self.said_by_config() is None:
            self.make(config.who)

    def make(
        self,
        name: str,
        initials: str = "",
        discipline: str = "",
        mark: ProfileMark | None = None,
        paper: Paper | None = None,
    ) -> int:
        """Make a profile; return its number. Raises Refusal, with the part."""
        room = replace(self.begins, paper=paper) if paper else self.begins
        with self.workspace.writing() as session:
            others = _others(session)
            profile = read_profile(name, initials, discipline, mark or unused_mark(others), others)
            return self._add(session, profile, room)

    def change(
        self, person_id: int, name: str, initials: str, discipline: str, mark: ProfileMark
    ) -> None:
        """Change who somebody is; what they did stays told by the old name. Raises Refusal."""
        with self.workspace.writing() as session:
            row = person_of(session, person_id)
            write_profile(
                row, read_profile(name, initials, discipline, mark, _others(session, person_id))
            )

    def copy(self, person_id: int) -> int:
        """Make another profile that keeps what this one does, under a free name; return it."""
        with self.workspace.writing() as session:
            row, others = person_of(session, person_id), _others(session)
            before = profile_of(row)
            name = free_name(before.name, others)
            profile = replace(before, name=name, mark=unused_mark(others))
            return self._add(session, profile, room_of(row, self.begins))

    def put_away(self, person_id: int, away: bool) -> None:
        """Put a profile away, or bring it back; nothing of it or of what they did goes."""
        with self.workspace.writing() as session:
            person_of(session, person_id).put_away = away

    def document(self, person_id: int) -> tuple[str, bytes]:
        """Return a profile as a file, and its name."""
        with self.workspace.reading() as session:
            row = person_of(session, person_id)
            profile = profile_of(row)
            content = write_profile_file(profile, room_of(row, self.begins))
        return f"{profile.name}.profile.json", content

    def take(self, content: bytes) -> TakenProfile:
        """Make a profile from a file, under a free name. Raises Refusal."""
        said, room, left = read_profile_file(content)
        with self.workspace.writing() as session:
            others = _others(session)
            name = free_name(said.name, others)
            profile = read_profile(name, said.initials, said.discipline, said.mark, others)
            if profile.name != said.name:
                left = (f"Somebody here is called “{said.name}” already: {name}.", *left)
            return TakenProfile(self._add(session, profile, room), profile.name, left)

    def _add(self, session: Session, profile: Profile, room: Room) -> int:
        if len(people(session)) >= MOST_PEOPLE:
            raise Refusal(f"There are {MOST_PEOPLE} profiles, which is the most there can be.")
        row = Person(at=self.workspace.now(), put_away=False)
        write_profile(row, profile)
        write_room(row, room)
        session.add(row)
        session.flush()
        return row.id


def person_of(session: Session, person_id: int) -> Person:
    """Return somebody's row. Raises NotFound."""
    row = session.get(Person, person_id)
    if row is None:
        raise NotFound(f"There is no profile numbered {person_id}.")
    return row


def _others(session: Session, besides: int | None = None) -> tuple[Profile, ...]:
    return tuple(profile_of(row) for row in people(session) if row.id != besides)


def _line(row: Person) -> PersonLine:
    profile = profile_of(row)
    return PersonLine(
        row.id,
        profile.name,
        profile.initials,
        profile.discipline,
        profile.mark,
        row.put_away,
        row.at,
    )
