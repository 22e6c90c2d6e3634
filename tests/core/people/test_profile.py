"""Who somebody is, as it is typed."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.profile import (
    Profile,
    ProfileMark,
    free_name,
    initials_of,
    read_profile,
    unused_mark,
)

MIRA = Profile("Mira Voss", "MV")
PLAIN = ProfileMark.PLAIN


@pytest.mark.parametrize(
    ("name", "initials"),
    [
        ("Mira Voss", "MV"),
        ("mira", "M"),
        ("Åsa Ögren-Lind", "AOL"),
        ("Ana de la Cruz Vega Pons", "ADLC"),
        ("李", "x"),
        ("3D Jo", "3J"),
    ],
)
def test_initials_are_taken_from_a_name(name: str, initials: str) -> None:
    assert initials_of(name) == initials
    assert read_profile(name, "", "", PLAIN, ()).initials == initials


def test_a_name_is_one_persons_whatever_its_capitals() -> None:
    with pytest.raises(Refusal, match="called “MIRA VOSS” already") as refused:
        read_profile("  MIRA VOSS ", "", "", PLAIN, (MIRA,))
    assert (refused.value.part, refused.value.nearest) == ("name", "MIRA VOSS 2")
    taken = (MIRA, Profile("mira voss 2", "MV"))
    assert free_name("Mira Voss", taken) == "Mira Voss 3"


@pytest.mark.parametrize(
    ("name", "initials", "discipline", "part", "nearest"),
    [
        ("", "", "", "name", None),
        ("x" * 61, "", "", "name", "x" * 60),
        ("Jo\x07", "", "", "name", "Jo"),
        ("Jo Ek", "J/E", "", "initials", "JE"),
        ("Jo Ek", "ABCDE", "", "initials", "ABCD"),
        ("Jo Ek", "…", "", "initials", "JE"),
        ("Jo Ek", "JE", "y" * 41, "discipline", "y" * 40),
    ],
)
def test_what_a_profile_cannot_be_names_its_field_and_what_works(
    name: str, initials: str, discipline: str, part: str, nearest: str | None
) -> None:
    with pytest.raises(Refusal) as refused:
        read_profile(name, initials, discipline, PLAIN, ())
    assert (refused.value.part, refused.value.nearest) == (part, nearest)


def test_marks_are_given_out_before_any_comes_twice() -> None:
    people: list[Profile] = []
    for _ in ProfileMark:
        people.append(Profile("somebody", "s", "", unused_mark(people)))
    assert {each.mark for each in people} == set(ProfileMark)
    assert unused_mark(people) is next(iter(ProfileMark))


@given(st.text(max_size=80), st.text(max_size=6))
def test_whatever_is_typed_is_taken_or_refused_with_what_is(name: str, initials: str) -> None:
    try:
        profile = read_profile(name, initials, "", PLAIN, (MIRA,))
    except Refusal as refusal:
        if refusal.part != "initials" or refusal.nearest is None:
            return
        profile = read_profile(name, refusal.nearest, "", PLAIN, (MIRA,))
    assert profile.initials.isascii()
    assert profile.initials.isalnum()
    assert profile.name.casefold() != "mira voss"
