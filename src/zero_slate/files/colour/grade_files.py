"""Grade files of the ASC: `.cc`, `.cdl` and `.ccc`; and look files, `.cube` and CLF."""

import xml.etree.ElementTree as ET
from collections.abc import Sequence
from pathlib import Path

import PyOpenColorIO as ocio

from zero_slate.core.base.refusal import Refusal
from zero_slate.core.colour.grade import Cdl
from zero_slate.files.colour.plain_words import FAILURES, plain_words
from zero_slate.files.plain_files import no_plain_file

GRADES = (".cc", ".cdl", ".ccc")
LOOKS = (".cube", ".clf", ".ctf", ".csp", ".3dl", ".spi3d", ".spi1d")
# A grade file is a few hundred bytes a shot.
LARGEST_GRADES = 4 * 2**20
LARGEST_LOOK = 200 * 2**20
SPACE = "urn:ASC:CDL:v1.2"
MEDIA_TYPE = "application/xml"


class UnreadableGrade(Refusal):
    """A grade or look file that can't be read, and why."""


def read_grades(path: Path) -> dict[str, Cdl]:
    """Return the grades of a file by their ids. Raises UnreadableGrade."""
    _require_small(path, LARGEST_GRADES)
    ocio.ClearAllCaches()
    try:
        group = ocio.CDLTransform.CreateGroupFromFile(str(path))
    except FAILURES as error:
        raise _unreadable(path, error) from error
    found: dict[str, Cdl] = {}
    for number, each in enumerate(group, start=1):
        if not isinstance(each, ocio.CDLTransform):
            continue
        slope, offset, power = (tuple(map(float, v)) for v in
                                (each.getSlope(), each.getOffset(), each.getPower()))  # fmt: skip
        try:
            cdl = Cdl(slope, offset, power, float(each.getSat()))  # type: ignore[arg-type]
        except Refusal as refusal:
            raise UnreadableGrade(f"{path.name}: {refusal}") from refusal
        found[each.getID() or f"grade {number}"] = cdl
    if not found:
        raise UnreadableGrade(f"{path.name} holds no grade.")
    return found


def require_look(path: Path) -> None:
    """Raise UnreadableGrade where a look file can't be read."""
    _require_small(path, LARGEST_LOOK)
    # The library keeps what it read by a file's path: it may be another by now.
    ocio.ClearAllCaches()
    try:
        transform = ocio.FileTransform(src=str(path), interpolation=ocio.INTERP_BEST)
        ocio.Config.CreateRaw().getProcessor(transform).getDefaultCPUProcessor()
    except FAILURES as error:
        raise _unreadable(path, error) from error


def _unreadable(path: Path, error: Exception) -> UnreadableGrade:
    why = plain_words(error).removeprefix(f"the file {path.name} can't be read: ")
    return UnreadableGrade(f"{path.name} can't be read: {why}.")


def _require_small(path: Path, most: int) -> None:
    if other := no_plain_file(str(path)):
        raise UnreadableGrade(f"{path.name}: {other}.")
    size = path.stat().st_size
    if not size or size > most:
        raise UnreadableGrade(f"{path.name} has {size:,} bytes; it takes 1 to {most:,}.")


def write_grades(grades: Sequence[tuple[str, Cdl]], form: str) -> bytes:
    """Write grades, each with its id, as `cc`, which holds one, `cdl` or `ccc` (ASC CDL 1.2)."""
    ET.register_namespace("", SPACE)
    if form == "cc":
        root = _correction(*grades[0])
    elif form == "ccc":
        root = ET.Element(_name("ColorCorrectionCollection"))
        root.extend(_correction(*each) for each in grades)
    else:
        root = ET.Element(_name("ColorDecisionList"))
        for each in grades:
            decision = ET.SubElement(root, _name("ColorDecision"))
            decision.append(_correction(*each))
    ET.indent(root)
    content: bytes = ET.tostring(root, encoding="utf-8", xml_declaration=True)
    return content + b"\n"


def _correction(name: str, cdl: Cdl) -> ET.Element:
    correction = ET.Element(_name("ColorCorrection"), {"id": name})
    sop = ET.SubElement(correction, _name("SOPNode"))
    for key, values in (("Slope", cdl.slope), ("Offset", cdl.offset), ("Power", cdl.power)):
        ET.SubElement(sop, _name(key)).text = " ".join(f"{value!r}" for value in values)
    sat = ET.SubElement(correction, _name("SatNode"))
    ET.SubElement(sat, _name("Saturation")).text = f"{cdl.saturation!r}"
    return correction


def _name(key: str) -> str:
    return f"{{{SPACE}}}{key}"
