"""Links, monitors, references and samples against the figures that standards publish."""

from fractions import Fraction

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.scenes import SETUP
from zero_slate.core.base.machine import Machine, WorkerLimits, worker_findings
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.canvas.raster import Size
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import Signal
from zero_slate.core.devices.links import LINKS, LinkBits, Sampling, carried_by
from zero_slate.core.devices.monitor import following, shown_in, unfit
from zero_slate.core.devices.reference import Reference, locked
from zero_slate.core.devices.sound_clock import samples_a_frame
from zero_slate.core.time.rate import FrameRate

HALF, TEN = Sampling.HALF, LinkBits.TEN


@pytest.mark.parametrize(
    ("signal", "sampling", "bits", "standard", "rate"),
    [
        # SMPTE ST 259, 292-1, 424, 2081-1, 2082-1: nominal rates, and those ÷ 1.001.
        (Signal.SD_525, HALF, TEN, "SMPTE ST 259", 270_000_000),
        (Signal.SD_625, HALF, LinkBits.EIGHT, "SMPTE ST 259", 270_000_000),
        (Signal.HD_24, HALF, TEN, "SMPTE ST 292-1", 1_485_000_000),
        (Signal.HD_23, HALF, TEN, "SMPTE ST 292-1", Fraction(1_485_000_000_000, 1001)),
        (Signal.HD_50I, HALF, TEN, "SMPTE ST 292-1", 1_485_000_000),
        (Signal.HD_25, Sampling.FULL, TEN, "SMPTE ST 424", 2_970_000_000),
        (Signal.HD_24, HALF, LinkBits.TWELVE, "SMPTE ST 424", 2_970_000_000),
        (Signal.HD_50, HALF, TEN, "SMPTE ST 424", 2_970_000_000),
        (Signal.UHD_30, HALF, TEN, "SMPTE ST 2081-1", 5_940_000_000),
        (Signal.UHD_60, HALF, TEN, "SMPTE ST 2082-1", 11_880_000_000),
        (Signal.UHD_59, HALF, TEN, "SMPTE ST 2082-1", Fraction(11_880_000_000_000, 1001)),
    ],
)
def test_a_signal_is_carried_by_its_link(
    signal: Signal, sampling: Sampling, bits: LinkBits, standard: str, rate: Fraction
) -> None:
    carried = carried_by(signal, sampling, bits)
    assert carried is not None
    assert carried.link is not None
    assert (carried.link.standard, carried.needed, carried.links) == (standard, rate, 1)


def test_every_signal_is_carried_and_the_fastest_by_two() -> None:
    for signal in Signal:
        for sampling in Sampling:
            for bits in LinkBits:
                carried = carried_by(signal, sampling, bits)
                assert (carried is None) == (signal is Signal.NONE)
                assert carried is None or carried.link in LINKS
    two = carried_by(Signal.UHD_60, Sampling.FULL, TEN)
    assert two is not None
    assert (two.links, two.words) == (2, "23.76 Gb/s by 2 × SMPTE ST 2082-1.")


def test_a_monitor_follows_the_format_or_says_what_is_amiss() -> None:
    assert following(SETUP) is Signal.HD_23
    assert not list(unfit(SETUP, Signal.HD_23))
    video = SETUP.model_copy(update={"rate": FrameRate(Fraction(25)), "scan": ScanMode.UPPER_FIRST})
    assert following(video) is Signal.HD_50I
    scope = SETUP.model_copy(update={"canvas": Size(2048, 858)})
    assert following(scope) is Signal.CINEMA_23
    assert shown_in(scope, following_raster(scope)).y > 0
    told = {each.code: each.words for each in unfit(scope, Signal.HD_59I)}
    assert told["monitor.size"].endswith("shown at 93.8 %, with bars above and below.")
    assert told["monitor.rate"] == "30000/1001 isn't 24000/1001: 5.99 frames a second are repeated."
    assert "monitor.fields" in told
    film = SETUP.model_copy(update={"rate": FrameRate(Fraction(24))})
    words = next(each.words for each in unfit(film, Signal.HD_23))
    assert words == "24000/1001 isn't 24: one frame is dropped every 41.7 s."


def following_raster(setup: object) -> object:
    from zero_slate.core.canvas.signals import facts_of

    facts = facts_of(following(setup))  # type: ignore[arg-type]
    assert facts is not None
    return facts.raster


def rate(text: str) -> FrameRate:
    return FrameRate.parse(text)


def test_references_lock_their_family_and_say_the_drift_of_the_other() -> None:
    assert locked(rate("29.97"), Reference.BURST_525).locks
    assert locked(rate("23.976"), Reference.BURST_525).locks
    assert locked(rate("25"), Reference.BURST_625).locks
    assert locked(rate("50"), Reference.TRI_25).locks
    apart = locked(rate("24"), Reference.TRI_23)
    assert not apart.locks
    # 24 and 24000/1001 are a frame apart after 1001 frames: 41.7 s.
    assert apart.words.endswith("it runs a frame ahead every 41.71 s.")
    assert not locked(rate("25"), Reference.BURST_525).locks
    assert not locked(rate("24"), Reference.INPUT).locks
    assert locked(rate("24"), Reference.INPUT, rate("24")).locks
    # At 24 a second 10 parts of a million are a frame after 100,000 frames.
    assert "after 1 h 9 min" in locked(rate("24"), Reference.INTERNAL).words


@pytest.mark.parametrize(
    ("sample_rate", "frames", "counts"),
    [
        # SMPTE ST 272 and ST 299-1.
        (48_000, "23.976", (2002,)),
        (48_000, "24", (2000,)),
        (48_000, "25", (1920,)),
        (48_000, "29.97", (1602, 1601, 1602, 1601, 1602)),
        (96_000, "29.97", (3203, 3203, 3204, 3203, 3203)),
        (48_000, "50", (960,)),
    ],
)
def test_samples_fall_as_published(sample_rate: int, frames: str, counts: tuple[int, ...]) -> None:
    cadence = samples_a_frame(sample_rate, rate(frames))
    assert cadence.counts == counts
    assert sum(counts) == cadence.samples
    assert cadence.frames == len(counts)


@given(
    st.integers(1000, 768_000),
    st.fractions(min_value=Fraction(1), max_value=Fraction(120), max_denominator=1001),
)
def test_samples_never_run_away(sample_rate: int, a_second: Fraction) -> None:
    cadence = samples_a_frame(sample_rate, FrameRate(a_second))
    assert Fraction(cadence.samples, cadence.frames) == sample_rate / a_second
    run = Fraction(0)
    for number, count in enumerate(cadence.counts, start=1):
        run += count
        assert abs(run - number * sample_rate / a_second) <= Fraction(1, 2)


def test_a_sample_rate_out_of_range_says_the_nearest() -> None:
    with pytest.raises(Refusal, match="1,000 to 768,000 Hz") as refused:
        samples_a_frame(900_000, rate("24"))
    assert refused.value.nearest == "768000"


SMALL = Machine(4, 8 * 10**9, 6 * 10**9)


def test_more_workers_than_the_machine_has_are_told_and_not_forbidden() -> None:
    frame = 33_000_000
    assert not worker_findings(WorkerLimits(4), SMALL, frame)
    told = {each.code: each.words for each in worker_findings(WorkerLimits(8, 2000), SMALL, frame)}
    assert "8 workers share 4 cores: each has 0.5 of one" in told["workers.cores"]
    assert "8 × 2000.0 MB are 16.00 GB, and the machine has 8.00 GB" in told["workers.memory"]
    assert "8.00 GB would be swapped" in told["workers.memory"]
    (free,) = worker_findings(WorkerLimits(4, 1900), SMALL, frame)
    assert free.severity == "note"
    (small,) = worker_findings(WorkerLimits(2, 256), SMALL, frame)
    assert "it can't be opened" in small.words
    with pytest.raises(Refusal, match="1 to 256") as refused:
        WorkerLimits(0)
    assert refused.value.nearest == "1"
    with pytest.raises(Refusal, match="256 to 1,048,576"):
        WorkerLimits(1, 10)
