"""What a picture file says of its colours: its own tags, never what a library supposes."""

from collections.abc import Callable
from fractions import Fraction
from pathlib import Path
from typing import Any, NamedTuple

from zero_slate.core.base.figures import decimal

# ITU-T H.273: colour primaries and transfer characteristics by their codes.
PRIMARIES = {
    1: "BT.709",
    4: "BT.470 M",
    5: "BT.601 625",
    6: "BT.601 525",
    7: "ST 240",
    8: "film",
    9: "BT.2020",
    10: "CIE 1931 XYZ",
    11: "P3 DCI",
    12: "P3 D65",
    22: "EBU Tech 3213",
}
TRANSFERS = {
    1: "BT.709",
    4: "gamma 2.2",
    5: "gamma 2.8",
    6: "BT.601",
    7: "ST 240",
    8: "linear",
    9: "log 100:1",
    10: "log 316:1",
    11: "IEC 61966-2-4",
    12: "BT.1361",
    13: "sRGB",
    14: "BT.2020 10-bit",
    15: "BT.2020 12-bit",
    16: "PQ",
    17: "ST 428-1",
    18: "HLG",
}
# Chromaticities of red, green, blue and white, as files carry them.
_CHROMATICITIES = {
    "BT.709": (0.64, 0.33, 0.30, 0.60, 0.15, 0.06, 0.3127, 0.3290),
    "BT.2020": (0.708, 0.292, 0.170, 0.797, 0.131, 0.046, 0.3127, 0.3290),
    "P3 D65": (0.680, 0.320, 0.265, 0.690, 0.150, 0.060, 0.3127, 0.3290),
    "ACES AP0": (0.7347, 0.2653, 0.0, 1.0, 0.0001, -0.077, 0.32168, 0.33767),
    "ACES AP1": (0.713, 0.293, 0.165, 0.830, 0.128, 0.044, 0.32168, 0.33767),
}
_CLOSE = 0.002
_UNSAID = ("", "Undefined", "User defined", "Unspecified video", "Unspecified")
# The colour space that Exif calls 1.
_SRGB = 1

Said = Callable[[str], Any]


class ColourTags(NamedTuple):
    """A colour tag, primaries and transfer, as a file says them; None where it doesn't."""

    tag: str | None = None
    primaries: str | None = None
    transfer: str | None = None


def colour_tags(path: str, kind: str, said: Said) -> ColourTags:
    """Return what a file of a form says, by the library's attributes and, of PNG, its own chunks.

    Raises OSError.
    """
    if kind == "openexr":
        return ColourTags(said("colorInteropID") or None, _primaries(said("chromaticities")))
    if kind == "dpx":
        return ColourTags(None, _worded(said("dpx:Colorimetric")), _worded(said("dpx:Transfer")))
    profile = said("ICCProfile:profile_description") or None
    if kind != "png" and (cicp := _cicp(said("CICP"))):
        return cicp
    if kind == "png":
        return _png(path, profile)
    if kind == "jpeg" and not profile and said("Exif:ColorSpace") == _SRGB:
        return ColourTags("sRGB", "BT.709", "sRGB")
    return ColourTags(str(profile) if profile else None)


def _png(path: str, profile: str | None) -> ColourTags:
    """Read a PNG's chunks before its pixels (ISO/IEC 15948): cICP, iCCP, sRGB, then the rest."""
    chunks = _png_chunks(path)
    if cicp := _cicp(tuple(chunks.get(b"cICP", b""))):
        return cicp
    if b"iCCP" in chunks:
        name = chunks[b"iCCP"].partition(b"\0")[0].decode("latin-1")
        return ColourTags(profile or name or "ICC profile")
    if b"sRGB" in chunks:
        return ColourTags("sRGB", "BT.709", "sRGB")
    gamma = None
    if len(chunks.get(b"gAMA", b"")) == 4 and (stored := int.from_bytes(chunks[b"gAMA"])):
        gamma = f"gamma {decimal(Fraction(100_000, stored), 2, trim=True)}"
    primaries_said = None
    if len(chunks.get(b"cHRM", b"")) == 32:
        values = [int.from_bytes(chunks[b"cHRM"][at : at + 4]) / 1e5 for at in range(0, 32, 4)]
        # White stands first there.
        primaries_said = _primaries((*values[2:], *values[:2]))
    return ColourTags(None, primaries_said, gamma)


def _cicp(codes: Any) -> ColourTags | None:
    """Return what code points for a signal say (ITU-T H.273); None where there are none."""
    if not isinstance(codes, tuple | list) or len(codes) < 2:
        return None
    primaries, transfer, *rest = (int(code) for code in codes)
    narrow = ", limited range" if len(rest) > 1 and not rest[1] else ""
    return ColourTags(f"CICP{narrow}", PRIMARIES.get(primaries), TRANSFERS.get(transfer))


def _png_chunks(path: str) -> dict[bytes, bytes]:
    found: dict[bytes, bytes] = {}
    with Path(path).open("rb") as file:
        file.seek(8)
        while len(head := file.read(8)) == 8 and head[4:] not in (b"IDAT", b"IEND"):
            length = int.from_bytes(head[:4])
            if length > 1 << 24:
                break
            found[head[4:]] = file.read(length)
            file.seek(4, 1)
    return found


def _primaries(chromaticities: Any) -> str | None:
    if not isinstance(chromaticities, tuple | list) or len(chromaticities) != 8:
        return None
    for name, known in _CHROMATICITIES.items():
        if all(abs(a - b) < _CLOSE for a, b in zip(chromaticities, known, strict=True)):
            return name
    return "its own"


def _worded(said: Any) -> str | None:
    return None if said is None or str(said) in _UNSAID else str(said)
