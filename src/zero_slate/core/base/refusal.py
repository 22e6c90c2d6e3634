"""How a value that can't be is refused."""


class Refusal(ValueError):
    """A value that can't be taken.

    The message is a whole sentence that names the value and the limit. `nearest` is the closest
    value that works, written as it would be typed, or None where there is none. `part` names the
    field that the value was typed in, where a setting has several (`width`, `height`);
    `nearest_parts` gives the nearest value of each field where more than one has to change;
    `setting` is the setting that the field belongs to, where it is one.
    """

    def __init__(
        self,
        message: str,
        *,
        nearest: str | None = None,
        part: str | None = None,
        nearest_parts: dict[str, str] | None = None,
        setting: str | None = None,
    ):
        super().__init__(message)
        self.nearest = nearest
        self.part = part
        self.nearest_parts = nearest_parts
        self.setting = setting

    def in_part(self, part: str) -> "Refusal":
        """Return this refusal, told of the field it belongs to."""
        self.part = part
        return self
