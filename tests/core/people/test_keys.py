"""Keys as they are written, the sets that ship, and those that people make."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.people.actions import ACTIONS
from zero_slate.core.people.key_sets import (
    LETTERS,
    MOST_OWN,
    PEN_LEFT,
    PEN_RIGHT,
    SHIPPED,
    OwnKeySet,
    bindings_of,
    free_key,
    is_pen_left,
    judge,
    make_set,
    set_keys,
)
from zero_slate.core.people.keys import (
    answers_in_fields,
    begins,
    never_delivered,
    read_chord,
)
from zero_slate.core.people.places import Place
from zero_slate.core.people.room import (
    HintLevel,
    Paper,
    Room,
    Targets,
    TextSize,
    begun_with,
    known_sets,
)

# Where the keys lie under each hand, on the keyboard that ISO/IEC 9995 calls the alphanumeric zone.
# With what Shift writes on the same keys, as British and American keyboards both have it.
LEFT_HAND = set("`12345qwertasdfgzxcvb!$%")
RIGHT_HAND = set("67890-=yuiop[]\\hjkl;'nm,./^&*()")


@pytest.mark.parametrize(
    ("text", "read"),
    [
        ("f", "f"),
        ("F", "Shift+F"),
        ("shift+f", "Shift+F"),
        ("ALT+w", "Alt+W"),
        ("shift+ctrl+z", "Ctrl+Shift+Z"),
        ("control+option+K", "Ctrl+Alt+K"),
        ("Shift+?", "?"),
        ("+", "+"),
        ("Ctrl++", "Ctrl++"),
        ("f8", "F8"),
        ("pagedown", "PageDown"),
        ("ArrowLeft", "←"),
        ("g s", "g s"),
        ("  g   Shift+S ", "g Shift+S"),
        ("ß", "ß"),
    ],
)
def test_keys_are_read_as_people_write_them(text: str, read: str) -> None:
    assert read_chord(text) == read
    assert read_chord(read) == read


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "No key is written"),
        ("Shift", "Shift alone is not a key"),
        ("Hyper+K", "can't be held"),
        ("ab", "is not a key"),
        ("F25", "is not a key"),
        ("g s t", "two is the most"),
        ("g Ctrl+S", "neither takes Ctrl or Alt"),
        ("x" * 41, "at most 40 characters"),
        ("a+", "can't be held"),
    ],
)
def test_what_is_no_key_is_said(text: str, said: str) -> None:
    with pytest.raises(Refusal, match=said):
        read_chord(text)


@given(st.text(max_size=50))
def test_whatever_is_written_is_read_the_same_again_or_refused(text: str) -> None:
    try:
        read = read_chord(text)
    except Refusal:
        return
    assert read_chord(read) == read


@pytest.mark.parametrize("name", list(SHIPPED))
def test_the_sets_that_ship_have_every_key_once_and_none_that_is_kept(name: str) -> None:
    assert judge(SHIPPED[name]) == ()
    for action in ACTIONS:
        for key in SHIPPED[name][action.name]:
            if not action.fixed:
                assert read_chord(key) == key


@pytest.mark.parametrize(("name", "hand"), [(PEN_RIGHT, LEFT_HAND), (PEN_LEFT, RIGHT_HAND)])
def test_a_set_for_one_hand_needs_no_other(name: str, hand: set[str]) -> None:
    for action in ACTIONS:
        if action.fixed:
            continue
        first = SHIPPED[name][action.name][0]
        assert first.split("+")[-1].lower() in hand, action.name
        assert "Ctrl" not in first


def test_what_is_taken_twice_is_said_of_both_where_both_would_hear() -> None:
    own = set_keys(OwnKeySet("Mine", LETTERS), "desk", ["k"])
    found = {each.action: each for each in judge(own.bindings)}
    assert set(found) == {"desk", "keys"}
    assert found["desk"].text == "k: “Show every key” has it too."
    # The proof and the desk are never on one screen.
    apart = set_keys(OwnKeySet("Mine", LETTERS), "start", ["Shift+L"])
    assert judge(apart.bindings) == ()
    # What begins another can't be told from it in time.
    longer = set_keys(OwnKeySet("Mine", LETTERS), "sheet", ["d s"])
    assert any("d begins d s" in each.text for each in judge(longer.bindings))


def test_what_has_no_key_and_what_a_field_would_swallow_is_said() -> None:
    own = set_keys(OwnKeySet("Mine", LETTERS), "undo", [])
    own = set_keys(own, "use", ["Shift+U"])
    own = set_keys(own, "sheet", ["Ctrl+S"])
    said = {each.action: (each.text, each.differs) for each in judge(own.bindings)}
    assert said["undo"] == ("No key does it.", False)
    assert said["use"][0].startswith("Shift+U writes into a field")
    assert said["sheet"] == (
        "Ctrl+S: the browser has a use of its own for it, which it loses here.",
        False,
    )


@pytest.mark.parametrize(
    "key",
    ["Ctrl+W", "ctrl+shift+n", "Alt+F4", "Tab", "Esc", "Space", "Alt+1"],
)
def test_a_key_that_never_gets_here_is_refused_with_one_that_does(key: str) -> None:
    of = OwnKeySet("Mine", LETTERS)
    with pytest.raises(Refusal, match="never gets here") as refused:
        set_keys(of, "stand", [key])
    nearest = refused.value.nearest
    assert nearest is not None
    assert judge(set_keys(of, "stand", [nearest]).bindings) == ()


def test_keys_that_stay_and_actions_that_there_are_not() -> None:
    of = OwnKeySet("Mine", LETTERS)
    with pytest.raises(Refusal, match="those of every list"):
        set_keys(of, "frame", ["a"])
    with pytest.raises(Refusal, match="no action “warp”"):
        set_keys(of, "warp", ["a"])
    with pytest.raises(Refusal, match="at most 3 keys"):
        set_keys(of, "desk", ["F2", "F4", "F8", "F9"])


def test_a_set_is_made_from_any_and_keeps_only_what_differs() -> None:
    made = make_set("Mine", PEN_LEFT, ())
    changed = set_keys(made, "desk", ["F2"])
    assert changed.keys == {"desk": ("F2",)}
    again = make_set("Mine too", "Mine", (changed,))
    assert (again.base, again.bindings["desk"]) == (PEN_LEFT, ("F2",))
    assert set_keys(changed, "desk", ["0"]).keys == {}
    with pytest.raises(Refusal, match="already") as refused:
        make_set("by letters", LETTERS, ())
    assert refused.value.nearest == "by letters 2"
    with pytest.raises(Refusal, match="the most there can be"):
        make_set("One more", LETTERS, [OwnKeySet(str(n), LETTERS) for n in range(MOST_OWN)])
    assert bindings_of("gone", ()) == SHIPPED[LETTERS]


def test_a_free_key_answers_where_it_is_wanted() -> None:
    action = next(each for each in ACTIONS if each.name == "use")
    key = free_key(SHIPPED[LETTERS], action, "Ctrl+W")
    assert key is not None
    assert answers_in_fields(key)
    assert never_delivered(key) is None


def test_places_meet_where_they_share_a_screen() -> None:
    assert Place.EVERYWHERE.meets(Place.PROOF)
    assert Place.SHOT.meets(Place.SHEET)
    assert not Place.SHEET.meets(Place.PROOF)
    assert not Place.DESK.meets(Place.SHOT)
    # What has the focus is asked before all others.
    assert not Place.RULE.meets(Place.SHEET)
    assert Place.RULE.meets(Place.RULE)


@given(st.sampled_from(["g", "g s", "gs", "Shift+G", "g t"]), st.sampled_from(["g", "g s", "s"]))
def test_beginning_is_the_same_both_ways(first: str, second: str) -> None:
    assert begins(first, second) == begins(second, first)


def test_sets_from_elsewhere_are_taken_but_for_what_is_not_known_here() -> None:
    sets, left = known_sets(
        (
            OwnKeySet("A", "By heart", {"warp": ("w",), "desk": ("Ctrl+W",), "sheet": ("F2",)}),
            OwnKeySet("a", LETTERS, {"desk": ("F4",)}),
        )
    )
    assert [(each.name, each.base, each.keys) for each in sets] == [
        ("A", LETTERS, {"sheet": ("F2",)}),
        ("a 2", LETTERS, {"desk": ("F4",)}),
    ]
    assert len(left) == 3
    assert "“warp”, which nothing here does" in left[1]


def test_a_facility_says_what_profiles_begin_with() -> None:
    room = begun_with({"paper": "dim", "keys": PEN_LEFT, "single_keys": False}, "zero-slate.toml")
    assert (room.paper, room.key_set, room.single_keys) == (Paper.DIM, PEN_LEFT, False)
    assert begun_with({}, "zero-slate.toml") == Room()
    large = begun_with({"hints": "full", "targets": "large", "text": "larger"}, "zero-slate.toml")
    assert (large.hints, large.targets, large.text) == (
        HintLevel.FULL, Targets.LARGE, TextSize.LARGER,
    )  # fmt: skip
    for said in (
        {"colour": "red"}, {"paper": "pink"}, {"keys": "Mine"}, {"single_keys": "no"},
        {"targets": "huge"}, {"text": ["larger"]}, {"hints": 3},
    ):  # fmt: skip
        with pytest.raises(Refusal, match=r"zero-slate\.toml"):
            begun_with(said, "zero-slate.toml")


def test_whose_hand_a_key_set_is_for() -> None:
    mine = OwnKeySet("Mine", PEN_LEFT)
    assert is_pen_left(PEN_LEFT, ())
    assert is_pen_left("Mine", (mine,))
    assert not is_pen_left(LETTERS, (mine,))


def test_what_has_the_focus_hears_its_own_keys_and_those_of_all_that_is_looked_at() -> None:
    """The frame rule answers + and -, as a drawing and the light table do, and its own besides."""
    assert Place.LOOKED_AT.meets(Place.RULE)
    assert Place.RULE_AND_STACK.meets(Place.STACK)
    assert not Place.LOOKED_AT.meets(Place.STACK)
    assert not Place.LOOKED_AT.meets(Place.SHEET)
    assert not Place.FIELD.meets(Place.EVERYWHERE)
    both = set_keys(OwnKeySet("Mine", LETTERS), "fit", ["+"])
    (said,) = [each for each in judge(both.bindings) if each.action == "fit"]
    assert "Go closer" in said.text


def test_a_room_keeps_within_bounds() -> None:
    room = Room().with_kept({"spines": "[1]", "gone": None})
    assert room.kept == {"spines": "[1]"}
    assert room.with_kept({"spines": None}).kept == {}
    with pytest.raises(Refusal, match="64,000 is the most"):
        room.with_kept({"spines": "x" * 64_001})
    with pytest.raises(Refusal, match="100 is the most"):
        room.with_kept({str(n): "" for n in range(101)})
    mine = OwnKeySet("Mine", PEN_LEFT)
    using = Room(key_set="Mine").with_set(mine)
    assert using.without_set("Mine").key_set == PEN_LEFT
    with pytest.raises(Refusal, match="no key set of your own"):
        using.without_set("Other")
