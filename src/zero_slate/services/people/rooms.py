"""What a profile keeps: paper, keys, and what pages remember for them."""

from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from typing import Any

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.actions import ACTIONS
from zero_slate.core.people.key_sets import (
    ABOUT,
    SHIPPED,
    KeyFinding,
    OwnKeySet,
    bindings_of,
    judge,
    make_set,
    set_keys,
)
from zero_slate.core.people.room import Room
from zero_slate.services.people.people import person_of
from zero_slate.services.runtime.acting import acting
from zero_slate.services.runtime.workspace import NotFound, Workspace
from zero_slate.store.people import room_of, write_room
from zero_slate.store.tables import Person


@dataclass(frozen=True, slots=True)
class KeySetLine:
    """A key set that can be chosen."""

    name: str
    """Its name."""
    about: str
    """What it is for, or which shipped set it was made from."""
    own: bool
    """Whether somebody made it."""


@dataclass(frozen=True, slots=True)
class KeyLine:
    """An action with its keys in the set in use."""

    name: str
    """The action's name."""
    does: str
    """What it does."""
    where: str
    """Where it answers."""
    keys: tuple[str, ...]
    """Its keys."""
    shipped: tuple[str, ...]
    """Its keys in the shipped set that this one is, or was made from."""
    fixed: bool
    """Whether its keys stay."""
    findings: tuple[KeyFinding, ...]
    """What is to be known of its keys."""


@dataclass(frozen=True, slots=True)
class KeysPage:
    """The key set in use, and the others."""

    chosen: str
    """The name of the set in use."""
    sets: tuple[KeySetLine, ...]
    """The sets that can be chosen, those that ship first."""
    lines: tuple[KeyLine, ...]
    """Every action with its keys."""


class Rooms:
    """What profiles keep."""

    def __init__(self, workspace: Workspace):
        self.workspace = workspace
        self.begins = workspace.config.read_profiles()

    def change(
        self,
        person_id: int,
        said: Mapping[str, Any],
        kept: Mapping[str, str | None] | None = None,
    ) -> Room:
        """Change what is said of a room's fields and of what pages keep, and nothing else.

        Raises Refusal.
        """

        def changed(room: Room) -> Room:
            key_set = said.get("key_set", room.key_set)
            if key_set not in _names(room):
                raise Refusal(
                    f"There is no key set “{key_set}”. There are {', '.join(_names(room))}."
                )
            return replace(room, **said).with_kept(kept or {})

        return self._change(person_id, changed)

    def keys(self) -> KeysPage:
        """Return the keys of the one who asks."""
        by = acting.get()
        with self.workspace.reading() as session:
            row = session.get(Person, by.id) if by else None
            return _page(room_of(row, self.begins) if row else self.begins)

    def make_key_set(self, person_id: int, name: str, base: str) -> KeysPage:
        """Make a key set from another, and use it. Raises Refusal."""

        def changed(room: Room) -> Room:
            made = make_set(name, base, room.own_sets)
            return replace(room.with_set(made), key_set=made.name)

        return _page(self._change(person_id, changed))

    def set_keys(self, person_id: int, name: str, action: str, keys: tuple[str, ...]) -> KeysPage:
        """Give an action other keys in an own set. Raises NotFound and Refusal."""

        def changed(room: Room) -> Room:
            return room.with_set(set_keys(_own(room, name), action, keys))

        return _page(self._change(person_id, changed))

    def remove_key_set(self, person_id: int, name: str) -> KeysPage:
        """Remove an own set; where it was in use, the shipped one that it was made from is."""
        return _page(self._change(person_id, lambda room: room.without_set(name)))

    def _change(self, person_id: int, changed: Callable[[Room], Room]) -> Room:
        with self.workspace.writing() as session:
            row = person_of(session, person_id)
            room = changed(room_of(row, self.begins))
            write_room(row, room)
            return room


def _names(room: Room) -> list[str]:
    return [*SHIPPED, *(each.name for each in room.own_sets)]


def _own(room: Room, name: str) -> OwnKeySet:
    for each in room.own_sets:
        if each.name == name:
            return each
    raise NotFound(f"There is no key set of your own called “{name}”: those that ship stay.")


def _page(room: Room) -> KeysPage:
    bindings = bindings_of(room.key_set, room.own_sets)
    own = next((each for each in room.own_sets if each.name == room.key_set), None)
    shipped = SHIPPED[own.base if own else room.key_set]
    found = judge(bindings)
    return KeysPage(
        room.key_set,
        (
            *(KeySetLine(name, ABOUT[name], False) for name in SHIPPED),
            *(KeySetLine(each.name, f"Made from {each.base}.", True) for each in room.own_sets),
        ),
        tuple(
            KeyLine(
                each.name,
                each.does,
                each.where.value,
                bindings[each.name],
                shipped[each.name],
                each.fixed,
                tuple(finding for finding in found if finding.action == each.name),
            )
            for each in ACTIONS
        ),
    )
