"""What stands in an address: numbers that can be, and characters that show."""

from fastapi import Request

from zero_slate.core.base.texts import LARGEST_NUMBER, require_shown


async def require_address(request: Request) -> None:
    """Refuse an address by the name of its part. Raises Refusal."""
    for name, value in (*request.path_params.items(), *request.query_params.multi_items()):
        if isinstance(value, str):
            digits = value.removeprefix("-")
            known = digits.isascii() and digits.isdecimal() and len(digits) >= DIGITS
            require_shown(int(value[:40]) if known else value, name)
        else:
            require_shown(value, name)


DIGITS = len(str(LARGEST_NUMBER))
