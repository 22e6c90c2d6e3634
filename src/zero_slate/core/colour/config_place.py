"""Where a colour config lies: in the colour library, on a volume, or where the environment says."""

import re
from dataclasses import dataclass
from typing import ClassVar, Self

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.base.serialization import TextValue
from zero_slate.core.base.texts import one_line, quoted

# The configs that the colour library itself holds, by their names: the newest of each first. They
# need no file.
BUILT_IN = (
    "cg-config-v5.0.0_aces-v2.1_ocio-v2.6",
    "studio-config-v5.0.0_aces-v2.1_ocio-v2.6",
    "cg-config-v4.0.0_aces-v2.0_ocio-v2.5",
    "studio-config-v4.0.0_aces-v2.0_ocio-v2.5",
    "cg-config-v2.2.0_aces-v1.3_ocio-v2.4",
    "studio-config-v2.2.0_aces-v1.3_ocio-v2.4",
    "cg-config-v2.1.0_aces-v1.3_ocio-v2.3",
    "studio-config-v2.1.0_aces-v1.3_ocio-v2.3",
    "cg-config-v1.0.0_aces-v1.3_ocio-v2.1",
    "studio-config-v1.0.0_aces-v1.3_ocio-v2.1",
)
USUAL = "cg-config-v2.2.0_aces-v1.3_ocio-v2.4"
_BUILT_IN_NAME = re.compile(r"[A-Za-z0-9][A-Za-z0-9._-]*")
_ON_VOLUME = re.compile(r"([A-Za-z0-9][\w.-]*):([^/:].*)")
LONGEST = 400


@dataclass(frozen=True, slots=True)
class ConfigPlace(TextValue):
    """One of the library's own configs by its name, or a file: on a volume, or at a full path.

    Full paths come from the environment alone: what is typed lies on a volume.
    """

    name: str
    volume: str = ""

    about: ClassVar[str] = "A built-in colour config by its name, or volume:folder/config.ocio."
    examples: ClassVar[tuple[str, ...]] = (USUAL, "plates:colour/show.ocio")

    @classmethod
    def parse(cls, text: str) -> Self:
        """Read a built-in's name, `plates:colour/show.ocio`, or a full path. Raises Refusal."""
        said = one_line(text, "A colour config", LONGEST).removeprefix("ocio://")
        if said.startswith("/"):
            return cls(said)
        if _BUILT_IN_NAME.fullmatch(said) and not said.endswith((".ocio", ".ocioz")):
            return cls(said)
        if found := _ON_VOLUME.fullmatch(said):
            return cls(found[2], found[1])
        raise Refusal(
            f"{quoted(said)} is not a colour config. Write a built-in one's name, or a file on a "
            "volume as volume:folder/config.ocio.",
            nearest=USUAL,
        )

    @classmethod
    def typed(cls, text: str) -> Self:
        """Read what a person typed, who can't name a file outside the volumes. Raises Refusal."""
        place = cls.parse(text)
        if place.is_path:
            raise Refusal(
                f"{quoted(place.name)} lies outside the volumes. Write volume:folder/config.ocio, "
                "or a built-in one's name.",
                nearest=USUAL,
            )
        return place

    @property
    def is_path(self) -> bool:
        """Whether it is a full path."""
        return self.name.startswith("/")

    @property
    def is_built_in(self) -> bool:
        """Whether the colour library holds it."""
        return not self.volume and not self.is_path

    @property
    def short(self) -> str:
        """What it is called in a sentence: the file's own name, or the built-in one's."""
        return self.name.rpartition("/")[2]

    def __str__(self) -> str:
        return f"{self.volume}:{self.name}" if self.volume else self.name


DEFAULT_CONFIG = ConfigPlace(USUAL)
