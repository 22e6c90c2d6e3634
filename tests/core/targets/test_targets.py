"""Targets: how they count time, what they carry of a shot, and what serves several."""

from dataclasses import replace
from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import EDIT, SETUP, context_for, plate
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.checks.match import match
from zero_slate.core.colour.background import Background
from zero_slate.core.publishing.carrying import (
    carried_rate,
    carried_size,
    carrying,
    lacking,
    ruled_out,
)
from zero_slate.core.publishing.together import together
from zero_slate.core.publishing.trial import Made, Promise, kept
from zero_slate.core.stand.camera import Camera
from zero_slate.core.stand.eyes import Eyes
from zero_slate.core.stand.views import ViewLayout
from zero_slate.core.targets.kinds import KINDS
from zero_slate.core.targets.targets import Target, Targets
from zero_slate.core.targets.timing import Counts, delays, timed
from zero_slate.core.time.rate import FrameRate

FILM, NTSC = Fraction(24000, 1001), Fraction(30000, 1001)


def test_gif_counts_in_hundredths() -> None:
    # 24 needs 4.1667 hundredths: held at 4 it is 25, 4.17 % fast; in turns it is exact.
    came = timed(Counts.HUNDREDTHS, Fraction(24))
    assert (came.rate, came.held, came.turns) == (25, 4, (4, 4, 4, 4, 4, 5))
    assert came.off(Fraction(24)) == Fraction(1, 24)
    # A delay of 1 is raised to 10 by many players: 2 is the least.
    assert timed(Counts.HUNDREDTHS, Fraction(100)).held == 2
    assert timed(Counts.HUNDREDTHS, Fraction(25)).turns == ()


def test_apng_counts_in_ratios_of_16_bits() -> None:
    assert timed(Counts.RATIO, FILM).rate == FILM
    assert timed(Counts.RATIO, Fraction(120000, 1001)).rate != Fraction(120000, 1001)


def test_webp_counts_in_milliseconds() -> None:
    came = timed(Counts.MILLISECONDS, Fraction(24))
    assert (came.held, came.turns) == (42, (41, 42, 42))
    assert timed(Counts.MILLISECONDS, Fraction(25)).rate == 25


@given(
    st.sampled_from([Counts.HUNDREDTHS, Counts.MILLISECONDS]),
    st.integers(1, 50),
    st.sampled_from([1, 1001]),
    st.integers(1, 400),
)
def test_delays_never_drift_by_a_unit(counts: Counts, rate: int, over: int, frames: int) -> None:
    exact = Fraction(rate * 1000, over) if over == 1001 else Fraction(rate)
    unit = 100 if counts is Counts.HUNDREDTHS else 1000
    if unit / exact < 2:
        return
    total = 0
    for number, delay in enumerate(delays(counts, exact, frames)):
        total += delay
        assert abs(total - unit / exact * (number + 1)) <= Fraction(1, 2)


@given(st.sampled_from(list(KINDS)), st.integers(1, 9000), st.integers(1, 9000))
def test_the_nearest_size_is_one_that_is_taken(name: str, width: int, height: int) -> None:
    kind = KINDS[name]
    near = carried_size(kind, Size(width, height))
    assert carried_size(kind, near) == near
    assert near.width % kind.even[0] == 0
    assert near.height % kind.even[1] == 0


@given(st.sampled_from(list(KINDS)), st.sampled_from([FILM, Fraction(24), NTSC, Fraction(12)]))
def test_the_nearest_rate_of_those_there_are(name: str, rate: Fraction) -> None:
    kind = KINDS[name]
    came = carried_rate(kind, rate).rate
    if kind.rates:
        assert came in kind.rates
        assert all(abs(came - rate) <= abs(each - rate) for each in kind.rates)


def told(name: str, **said: object) -> dict[str, str]:
    context = context_for(SETUP.model_copy(update=said), plate())
    return {each.setting: each.happens for each in lacking(context, Target(name))}


def test_what_a_target_cannot_carry_is_told_with_what_happens() -> None:
    assert "4.17 % fast" in told("GIF", rate=FrameRate(Fraction(24)))["rate"]
    assert "to make 1922 × 1080" in told("H.264 movie", canvas=Size(1921, 1080))["canvas"]
    assert "2048 × 1080" in told("cinema frames")["canvas"]
    assert "at 24 it plays 0.10 % fast" in told("cinema frames")["rate"]
    assert "combs" in told("WebP", scan=ScanMode.UPPER_FIRST)["scan"]
    assert "scan" not in told("broadcast file", scan=ScanMode.UPPER_FIRST)
    assert "square" in told("APNG", pixel_aspect=Fraction(16, 11))["pixel_aspect"]
    clear = Background(alpha=True)
    assert "no alpha" in told("H.264 movie", background=clear)["background"]
    assert "clear or covered" in told("GIF", background=clear)["background"]
    assert "background" not in told("APNG", background=clear)
    eyes = {
        "camera": Camera.parse("50 mm"),
        "eyes": Eyes.parse("65 mm at 3 m, screen 10 m from 12 m"),
    }
    assert "file of its own" in told("H.264 movie", **eyes)["views"]
    glasses = told("H.264 movie", **eyes, views=ViewLayout.RED_CYAN)
    assert "leak" in glasses["views"]
    assert told("still frames") == {}


def test_sound_and_layers_count_where_they_are() -> None:
    context = context_for(SETUP, plate(), replace(plate(), id=2))
    silent = [each.label for each in lacking(context, Target("GIF"), sounds=1)]
    assert "Sound" in silent
    assert "Layers" in [each.label for each in carrying(context, Target("vector page"))]


def test_what_is_ruled_out_is_said_once() -> None:
    assert "Size: odd sides" in ruled_out(KINDS["H.264 movie"])
    assert "Rate: all but 24, 25, 30, 48, 50, 60" in ruled_out(KINDS["cinema frames"])
    assert not any("Sound" in each for each in ruled_out(KINDS["web page"]))


def test_one_setup_serves_several_or_they_pull_apart() -> None:
    def of(text: str, **said: object) -> object:
        return together(EDIT.model_copy(update={"targets": Targets.parse(text), **said}))

    both = of("H.264 movie, GIF", canvas=Size(1921, 1081))
    assert both.values["canvas"] == Size(1922, 1082)  # type: ignore[attr-defined]
    assert both.values["rate"] == FrameRate(Fraction(25))  # type: ignore[attr-defined]
    assert not both.apart  # type: ignore[attr-defined]
    apart = of("broadcast file, cinema frames").apart  # type: ignore[attr-defined]
    assert "no size is both" in apart[0]
    assert not of("still frames").values  # type: ignore[attr-defined]


def test_targets_are_typed_and_refused() -> None:
    typed = Targets.parse("h.264 movie at 8 mb/s, gif")
    assert str(typed) == "H.264 movie at 8 Mb/s, GIF"
    assert Targets.parse(str(typed)) == typed
    assert str(Targets.parse("WebP at 500 kb/s")) == "WebP at 0.5 Mb/s"
    for text, why, nearest in (
        ("H.264", "not a target", "H.264 movie"),
        ("gif, GIF", "said twice", None),
        ("still frames at 8 Mb/s", "no data rate", "still frames"),
        ("GIF at 9000 Mb/s", "0.05 to 2000", "GIF at 2000 Mb/s"),
    ):
        with pytest.raises(Refusal, match=why) as refused:
            Targets.parse(text)
        assert refused.value.nearest == nearest


def test_a_promise_is_held_against_what_came() -> None:
    promise = Promise(Size(64, 36), 8, FILM)
    good = Made(Size(64, 36), 8, FILM, 1000, False)
    assert all(each.kept for each in kept(Target("H.264 movie"), promise, good))
    for made in (
        replace(good, size=Size(64, 34)), replace(good, frames=7),
        replace(good, rate=Fraction(24)), replace(good, rate=None),
    ):  # fmt: skip
        assert not all(each.kept for each in kept(Target("H.264 movie"), promise, made))
    # Delays in hundredths may be one off on the whole.
    late = replace(good, rate=Fraction(800, 33))
    assert all(each.kept for each in kept(Target("GIF"), promise, late))
    heavy = replace(good, bytes=10**7)
    assert not all(each.kept for each in kept(Target("GIF", Fraction(1)), promise, heavy))


def test_the_sheet_tells_what_a_target_cannot_carry() -> None:
    setup = SETUP.model_copy(update={"targets": Targets.parse("cinema frames")})
    context = context_for(setup, plate())
    found = [each for each in match(context).findings if each.setting == "targets"]
    assert {each.code for each in found} >= {"targets.canvas", "targets.rate"}
    canvas = next(each for each in found if each.code == "targets.canvas")
    assert canvas.change is not None
    assert canvas.change.values == {"canvas": Size(1998, 1080)}
