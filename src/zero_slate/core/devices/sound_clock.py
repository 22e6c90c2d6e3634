"""Sound beside frames: how many samples each frame has, and when that comes round again."""

from dataclasses import dataclass
from fractions import Fraction
from itertools import pairwise

from zero_slate.core.base.figures import counted, round_half_up, whole
from zero_slate.core.base.refusal import Refusal
from zero_slate.core.time.rate import FrameRate

SAMPLE_RATES = (32_000, 44_100, 48_000, 88_200, 96_000, 192_000)
LEAST, MOST = 1000, 768_000
# A longer cadence is told only by its length.
MOST_TOLD = 24


@dataclass(frozen=True, slots=True)
class SampleCadence:
    """The samples of each frame until it comes round: `frames` of them hold `samples`.

    `counts` are those of the first frames, all of them where it isn't long.
    """

    frames: int
    samples: int
    counts: tuple[int, ...]

    @property
    def words(self) -> str:
        """The same in words."""
        if self.frames == 1:
            return f"{whole(self.samples)} samples a frame, always."
        each = " ".join(map(str, self.counts))
        more = " …" if len(self.counts) < self.frames else ""
        return (
            f"{whole(self.samples)} samples in {counted(self.frames, 'frame')}: {each}{more}, and "
            "so on."
        )


def samples_a_frame(sample_rate: int, rate: FrameRate) -> SampleCadence:
    """Return how samples fall among frames (SMPTE ST 272, ST 299-1). Raises Refusal.

    A frame ends at the sample nearest to its end, so that 48 kHz at 30000/1001 is 1602 1601 1602
    1601 1602.
    """
    if not LEAST <= sample_rate <= MOST:
        raise Refusal(
            f"A sample rate of {sample_rate:,} is out of range: it takes {LEAST:,} to {MOST:,} Hz.",
            nearest=str(min(MOST, max(LEAST, sample_rate))),
            part="sample_rate",
        )
    each = Fraction(sample_rate) / rate.fraction
    frames, samples = each.denominator, each.numerator
    ends = [round_half_up(each * number) for number in range(min(frames, MOST_TOLD) + 1)]
    counts = tuple(end - before for before, end in pairwise(ends))
    return SampleCadence(frames, samples, counts)
