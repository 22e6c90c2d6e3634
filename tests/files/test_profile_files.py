"""Profile files, and what other programs and hands make of them."""

import json
from typing import Any

import pytest

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.key_sets import LETTERS, PEN_LEFT, OwnKeySet, set_keys
from zero_slate.core.people.profile import Profile, ProfileMark
from zero_slate.core.people.room import Paper, Room
from zero_slate.files.profile_files import read_profile_file, write_profile_file

MIRA = Profile("Mira Voss", "MV", "Compositing", ProfileMark.DOTS)
ROOM = Room(
    Paper.DIM,
    False,
    "Mine",
    (set_keys(OwnKeySet("Mine", PEN_LEFT), "desk", ["F2"]),),
    {"spines": "[1]", "collapsed": "{}"},
)


def said(**changed: Any) -> bytes:
    document = json.loads(write_profile_file(MIRA, ROOM))
    return json.dumps(document | changed).encode()


def test_a_profile_goes_to_another_machine_without_what_belongs_here() -> None:
    profile, room, left = read_profile_file(write_profile_file(MIRA, ROOM))
    assert (profile, left) == (MIRA, ())
    assert room == Room(ROOM.paper, False, "Mine", ROOM.own_sets, {"collapsed": "{}"})


@pytest.mark.parametrize(
    ("content", "why"),
    [
        (b"", "empty"),
        (b"\xff\xfe\x00", "not JSON"),
        (b"[1]", "no JSON object"),
        (b'{"kind": "zero-slate/setup", "version": 1}', "has to be “zero-slate/profile”"),
        (said(version=2), "a later Zero Slate wrote it"),
        (said(version="1"), "can't be taken"),
        (said()[:-40], "breaks off"),
        (said(profile={"name": "Jo"}), "lacks profile.initials"),
        (said(profile={"name": 7, "initials": "J"}), "profile.name"),
        (said(profile={"name": "Jo\x00", "initials": "J"}), "doesn't show"),
        (said(more=1), "not known here: more"),
        (said(room={"paper": "pink"}), "room.paper"),
        (said(room={"kept": {"a": 1}}), "room.kept.a"),
        (said(room={"kept": {"a": "x" * 70_000}}), "64,000 is the most"),
        (said(room={"own_sets": [{"name": "Mine"}]}), "lacks room.own_sets.0.base"),
        (b"{" * 5000, "not JSON"),
        (b" " * (2**20 + 1), "bytes"),
    ],
)
def test_what_is_no_profile_is_said(content: bytes, why: str) -> None:
    with pytest.raises(Refusal, match=why):
        read_profile_file(content)


def test_keys_that_are_not_here_are_left_out_and_told() -> None:
    content = said(
        room={
            "key_set": "Theirs",
            "own_sets": [
                {"name": "Mine", "base": LETTERS, "keys": {"warp": ["w"], "desk": ["Ctrl+W"]}},
                {"name": "mine", "base": "Later", "keys": {"desk": ["F2"]}},
            ],
        }
    )
    _, room, left = read_profile_file(content)
    assert [each.name for each in room.own_sets] == ["Mine", "mine 2"]
    assert room.key_set == LETTERS
    assert len(left) == 4
    assert left[-1] == f"The keys in use, “Theirs”, aren't here: {LETTERS}."
