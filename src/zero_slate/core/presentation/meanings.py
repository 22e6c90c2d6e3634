"""What a setting means where it follows the edit: one plain sentence with its figures."""

from collections.abc import Callable
from fractions import Fraction

from zero_slate.core.base.figures import aspect, counted, decimal, megabytes, seconds
from zero_slate.core.base.safe_names import printed_title
from zero_slate.core.canvas.guides import SAFE_AREAS, field_size, safe_size
from zero_slate.core.canvas.raster import Placing, RasterRefusal
from zero_slate.core.canvas.scan import Scan
from zero_slate.core.canvas.signals import facts_of
from zero_slate.core.canvas.sizes import BYTES_10_BIT_RGB, BYTES_HALF_RGBA
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.media.placement import landing_words
from zero_slate.core.shot.context import Situation
from zero_slate.core.time.film import FeetFrames, drawings
from zero_slate.core.time.frames import CountAt


def canvas(at: Situation) -> Sentence:
    """Say what a frame weighs."""
    pixels = at.setup.canvas.pixels
    rate = Fraction(pixels * BYTES_10_BIT_RGB) * at.setup.rate.fraction / 10**6
    return Sentence(
        f"{megabytes(pixels * BYTES_10_BIT_RGB)} a frame as 10-bit RGB, {decimal(rate, 1)} MB/s; "
        f"{megabytes(pixels * BYTES_HALF_RGBA)} as half RGBA."
    )


def pixel_aspect(at: Situation) -> Sentence:
    """Say what the canvas looks like with its pixels' shape."""
    raster = at.setup.raster
    return Sentence(
        f"Shown {decimal(raster.shown_width, 2, trim=True)} × {raster.height}, "
        f"{aspect(raster.display_aspect)} : 1."
    )


def scan(at: Situation) -> Sentence:
    """Say how many pictures a frame holds."""
    if at.setup.scan.interlaced:
        fields = decimal(at.setup.rate.fraction * 2, 2, trim=True)
        first = "upper" if at.setup.scan is Scan.UPPER_FIRST else "lower"
        return Sentence(
            f"Two fields a frame, {fields} a second: {at.setup.work_range.length * 2} in the work "
            f"range, the {first} lines first."
        )
    return Sentence("One picture a frame.")


def signal(at: Situation) -> Sentence:
    """Say what the monitor gets."""
    facts = facts_of(at.setup.signal)
    if facts is None:
        return Sentence("No monitor: judged on the screen alone.")
    fields = f", {facts.scan}" if facts.scan.interlaced else ""
    size = facts.raster.size
    return Sentence(f"{size} at {facts.rate}{fields}, by {facts.standard}.")


def placing(at: Situation) -> Sentence:
    """Say what pictures become on the canvas."""
    canvas = at.setup.raster
    if not at.landings:
        said = {
            Placing.INSIDE: "All of a picture is seen; bars where its shape differs.",
            Placing.COVER: "The canvas is filled; what reaches past it is cut off.",
            Placing.WIDTH: "As wide as the canvas; bars or cut off above and below.",
            Placing.HEIGHT: "As tall as the canvas; bars or cut off left and right.",
            Placing.PIXELS: "A pixel stays a pixel; bars or cut off all round.",
        }[at.setup.placing]
        return Sentence(said)
    if len(at.landings) == 1:
        landing = at.landings[0]
        return Sentence(f"{landing.element.media.name}: {landing_words(landing, canvas)}.")
    sizes = {landing.source.size for landing in at.landings}
    own = sum(landing.element.placing is not None for landing in at.landings)
    ways = f", {own} placed {'its' if own == 1 else 'their'} own way" if own else ""
    return Sentence(
        f"{counted(len(at.landings), 'element')} in {counted(len(sizes), 'size')}{ways}; each "
        "stands beside."
    )


def working_scale(at: Situation) -> Sentence:
    """Say what size is drawn at, and what that saves."""
    try:
        sizes = at.setup.picture_sizes
    except RasterRefusal as refusal:
        return Sentence(str(refusal))
    worked = sizes.worked.size
    whole = f"{megabytes(worked.pixels * BYTES_HALF_RGBA)} a frame as half RGBA"
    if at.setup.working_scale.fraction == 1:
        return Sentence(f"Drawn at {worked}, {whole}; fills and backgrounds take this size.")
    less = "saves" if sizes.saved > 0 else "costs"
    pixels = abs(sizes.drawn.pixels - worked.pixels)
    per_cent = f"{decimal(abs(sizes.saved) * 100, 1, trim=True)} %"
    saved = f"{less} {per_cent}: {pixels:,} pixels, {megabytes(pixels * BYTES_HALF_RGBA)}"
    return Sentence(
        f"Drawn at {worked}, {whole}, {saved}. Fills and backgrounds take this size.",
        (f"{less} {per_cent}",),
    )


def overscan(at: Situation) -> Sentence:
    """Say what size is drawn with it."""
    try:
        sizes = at.setup.picture_sizes
    except RasterRefusal as refusal:
        return Sentence(str(refusal))
    across, down = sizes.edges
    if not across and not down:
        return Sentence("Nothing is drawn beyond the canvas.")
    more = Fraction(sizes.drawn.pixels, sizes.delivered.pixels) - 1
    return Sentence(
        f"{across} px left and right, {down} px above and below: {sizes.drawn} is drawn, "
        f"{decimal(more * 100, 1, trim=True)} % more pixels."
    )


def guides(at: Situation) -> Sentence:
    """Say how large the safe areas of the edit's frame are, and what each mask keeps."""
    shown, canvas = at.setup.guides, at.setup.raster
    parts = [f"{name} {safe_size(at.edit.raster, name)}" for name in SAFE_AREAS if name in shown]
    if "fields" in shown:
        width, height = field_size(canvas)
        size = f"{decimal(width, 2, trim=True)} × {decimal(height, 2, trim=True)}"
        parts.append(f"a field is {size} px")
    for mask in shown.masks:
        across, down = mask.kept(canvas)
        share = Fraction(across * down * 100, canvas.size.pixels)
        parts.append(f"{mask.written} keeps {across} × {down}, {decimal(share, 1, trim=True)} %")
    said = "; ".join(parts)
    return Sentence(f"{said[0].upper()}{said[1:]}." if said else "None with a size of its own.")


def region(at: Situation) -> Sentence:
    """Say what the region saves."""
    setup = at.setup
    if setup.region.whole:
        return Sentence("All of the canvas is worked on.")
    part = setup.region.size(setup.canvas)
    saved = (setup.canvas.pixels - part.pixels) * BYTES_HALF_RGBA
    share = 1 - Fraction(part.pixels, setup.canvas.pixels)
    return Sentence(
        f"{part} of {setup.canvas}: saves {megabytes(saved)} a frame as half RGBA, "
        f"{decimal(share * 100, 1, trim=True)} %."
    )


def background(at: Situation) -> Sentence:
    """Say what the colour is in the working space, and how the line work stands on it."""
    here = at.setup.background
    ratio = here.colour.contrast(here.line)
    on = f"The line stands at {decimal(Fraction(ratio).limit_denominator(10**6), 1)} : 1 on it"
    kept = "; alpha is kept" if here.alpha else "; opaque"
    found = at.background
    if found is None:
        return Sentence(f"{on}{kept}; its value in the working space isn't known.")
    value = " ".join(f"{channel:.3f}" for channel in found)
    return Sentence(f"{value} in {at.setup.working_space}. {on}{kept}.")


def rate(at: Situation) -> Sentence:
    """Say how long a frame and a second are."""
    fps = at.setup.rate
    said = f"A frame lasts {decimal(1000 / fps.fraction, 2)} ms."
    if fps.fraction.denominator == 1:
        return Sentence(said)
    slow = fps.seconds(fps.nominal * 3600) - 3600
    behind = "behind" if slow > 0 else "ahead of"
    return Sentence(
        f"{said} Non-drop timecode is {decimal(abs(slow), 1)} s {behind} the clock after an hour."
    )


def timecode(at: Situation) -> Sentence:
    """Say how labels are counted."""
    if at.setup.drops:
        left_out = at.setup.rate.nominal // 15
        return Sentence(
            f"{left_out} labels are left out at each minute but every tenth, to keep with the "
            "clock."
        )
    return Sentence(f"Every label from 0 to {at.setup.rate.nominal - 1} in each second.")


def count(at: Situation) -> Sentence:
    """Say which moment the number stands at."""
    setup = at.setup
    if setup.count.at.from_source:
        known = at.anchor.file if setup.count.at is CountAt.FILE else at.anchor.timecode
        if known is None:
            return Sentence("Not known until files are tied; numbered as it was until then.")
        said = "As in the files' names" if setup.count.at is CountAt.FILE else "Frames of timecode"
        return Sentence(f"{said}: the cut begins at {setup.cut_range.first}.")
    what = f"The {setup.count.at}'s first frame" + (
        " as it was counted"
        if setup.count.at is CountAt.CLIP and setup.clip_range.first != setup.count.number
        else ""
    )
    if at.event is None:
        return Sentence(f"{what} is {setup.count.number}.")
    return Sentence(
        f"{what} is {setup.count.number}; source {at.event.source_in} is {setup.cut_range.first}."
    )


def handles(at: Situation) -> Sentence:
    """Say what the handles add."""
    asked = at.setup.handles
    extra = asked.head + asked.tail
    return Sentence(
        f"{counted(extra, 'frame')} beyond the cut, {seconds(at.setup.rate.seconds(extra))}."
    )


def cut_range(at: Situation) -> Sentence:
    """Say how long the cut is."""
    frames = at.setup.cut_range.length
    said = f"{counted(frames, 'frame')}, {seconds(at.setup.rate.seconds(frames))}"
    if at.event is None:
        return Sentence(said + ".")
    return Sentence(f"{said}; in the edit from {at.event.record_in}.")


def work_range(at: Situation) -> Sentence:
    """Say how long the work range is, in the trade's lengths."""
    setup = at.setup
    frames = setup.delivered_length
    blank = f", {setup.work_range.length} and a blank one" if setup.closing.frames else ""
    locked = f" Locked by {at.lock.who}." if at.lock else ""
    return Sentence(
        f"{counted(frames, 'frame')}{blank}, {seconds(setup.rate.seconds(frames))}, "
        f"{FeetFrames(frames)} feet; {counted(drawings(setup.work_range.length, 2), 'drawing')} "
        f"on twos.{locked}"
    )


def clip_range(at: Situation) -> Sentence:
    """Say what the clip has beyond the work range."""
    clip, work = at.setup.clip_range, at.setup.work_range
    head, tail = work.first - clip.first, clip.last - work.last
    if head == tail == 0:
        return Sentence(f"{counted(clip.length, 'frame')}, the work range and no more.")
    return Sentence(
        f"{counted(clip.length, 'frame')}: {head} more at the head and {tail} at the tail than "
        "the work range."
    )


def closing(at: Situation) -> Sentence:
    """Say how long the delivery is."""
    setup = at.setup
    if setup.closing.frames:
        return Sentence(
            f"Delivered: {counted(setup.delivered_length, 'frame')}, blank at "
            f"{setup.work_range.last + 1}."
        )
    return Sentence(f"Delivered: {counted(setup.delivered_length, 'frame')}, the work range.")


def start_timecode(at: Situation) -> Sentence:
    """Say which frame the label stands at."""
    label = at.setup.start_label
    if label is None:
        return Sentence("None of its own; timecode is the edit's and the source's.")
    last = label + (at.setup.clip_range.length - 1)
    return Sentence(
        f"Frame {at.setup.clip_range.first} of the clip; its last, {at.setup.clip_range.last}, "
        f"is {last}."
    )


def working_space(at: Situation) -> Sentence:
    """Say what 18 % grey becomes on the display."""
    if at.probe is None:
        return Sentence("What it looks like can't be worked out until every name is known.")
    return Sentence(f"18 % grey is 0.180 here and {at.probe.grey:.2f} on the display.")


def viewing(at: Situation) -> Sentence:
    """Say what white becomes on the display."""
    if at.probe is None:
        return Sentence("What it looks like can't be worked out until every name is known.")
    return Sentence(f"White at 1.0 is {at.probe.white:.2f} on the display.")


def code(at: Situation) -> Sentence:
    """Say where the code is used."""
    return Sentence(f"Files begin with {at.setup.code}.")


def title(at: Situation) -> Sentence:
    """Say what is printed as title."""
    setup = at.setup
    if setup.title:
        return Sentence("Printed on sheets and slates.")
    return Sentence(f"Printed as “{printed_title(setup.code, '')}”, from the code.")


def subtitle(at: Situation) -> Sentence:
    """Say what is printed as subtitle."""
    if at.setup.subtitle:
        return Sentence("Printed under the title.")
    return Sentence("The production's title is printed under the title.")


# What each setting of a shot means, by its key.
MEANINGS: dict[str, Callable[[Situation], Sentence]] = {
    "canvas": canvas,
    "pixel_aspect": pixel_aspect,
    "scan": scan,
    "signal": signal,
    "placing": placing,
    "working_scale": working_scale,
    "overscan": overscan,
    "guides": guides,
    "region": region,
    "background": background,
    "rate": rate,
    "timecode": timecode,
    "count": count,
    "handles": handles,
    "cut_range": cut_range,
    "work_range": work_range,
    "clip_range": clip_range,
    "closing": closing,
    "start_timecode": start_timecode,
    "working_space": working_space,
    "viewing": viewing,
    "code": code,
    "title": title,
    "subtitle": subtitle,
}
