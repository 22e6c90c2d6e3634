"""A grade by the ASC's colour decision list: slope, offset and power, then saturation."""

from dataclasses import dataclass

from zero_slate.core.base.refusal import Refusal

Three = tuple[float, float, float]

# The luma weights that ASC CDL's saturation is defined with.
LUMA: Three = (0.2126, 0.7152, 0.0722)


@dataclass(frozen=True, slots=True)
class Cdl:
    """Slope, offset and power of red, green and blue, and one saturation (ASC CDL 1.2).

    Slopes and saturation are 0 or more, powers over 0. Raises Refusal otherwise.
    """

    slope: Three = (1.0, 1.0, 1.0)
    """What values are multiplied by."""
    offset: Three = (0.0, 0.0, 0.0)
    """What is added to them then."""
    power: Three = (1.0, 1.0, 1.0)
    """The power they are raised to then."""
    saturation: float = 1.0
    """How far they are from their luma at last: 0 is grey, 1 is as it was."""

    def __post_init__(self) -> None:
        every = (*self.slope, *self.offset, *self.power, self.saturation)
        if not all(-1e6 < each < 1e6 for each in every):
            raise Refusal("A grade's values are numbers between −1,000,000 and 1,000,000.")
        for name, values, least in (
            ("slope", self.slope, 0.0),
            ("saturation", (self.saturation,), 0.0),
        ):
            if min(values) < least:
                raise Refusal(
                    f"A grade's {name} of {min(values):g} is out of range: it is 0 or more.",
                    nearest="0",
                )
        if min(self.power) <= 0:
            raise Refusal(
                f"A grade's power of {min(self.power):g} is out of range: it is over 0.",
                nearest="1",
            )

    @property
    def changes_nothing(self) -> bool:
        """Whether pictures stay as they are."""
        return self == Cdl()

    def of(self, red: float, green: float, blue: float) -> Three:
        """Return a graded colour: out = (in × slope + offset) ^ power, never under 0 before it.

        Then it is moved from its luma by the saturation (ASC CDL 1.2, section 3).
        """
        graded = [
            max(0.0, value * slope + offset) ** power
            for value, slope, offset, power in zip(
                (red, green, blue), self.slope, self.offset, self.power, strict=True
            )
        ]
        luma = sum(weight * value for weight, value in zip(LUMA, graded, strict=True))
        r, g, b = (luma + self.saturation * (value - luma) for value in graded)
        return r, g, b

    @property
    def words(self) -> str:
        """Say it as it is written in cut lists: slope, offset, power, then saturation."""
        sop = " ".join(
            "(" + " ".join(f"{value:g}" for value in three) + ")"
            for three in (self.slope, self.offset, self.power)
        )
        return f"{sop}, saturation {self.saturation:g}"
