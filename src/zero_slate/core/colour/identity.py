"""What a version's pictures are seen by, apart from its settings: the files that these name."""

from dataclasses import dataclass
from typing import ClassVar

from pydantic import ConfigDict, StrictStr

from zero_slate.core.base.serialization import STRICT


@dataclass(frozen=True, slots=True)
class ColourIdentity:
    """A config and a look file by their names, and a digest of them and of all that they use."""

    config: StrictStr
    look: StrictStr
    digest: StrictStr

    __pydantic_config__: ClassVar[ConfigDict] = STRICT

    def is_other_than(self, now: "ColourIdentity") -> bool:
        """Return whether files of the same names hold something else now."""
        same = (self.config, self.look) == (now.config, now.look)
        return same and bool(self.digest and now.digest) and self.digest != now.digest
