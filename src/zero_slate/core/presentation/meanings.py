"""What a setting means where it follows the edit: one plain sentence with its figures."""

from collections.abc import Callable
from fractions import Fraction

from zero_slate.core.base.figures import aspect, counted, decimal, megabytes, seconds
from zero_slate.core.base.safe_names import printed_title
from zero_slate.core.canvas.fit import FitMode
from zero_slate.core.canvas.guides import SAFE_AREAS, field_size, safe_size
from zero_slate.core.canvas.raster import RasterRefusal
from zero_slate.core.canvas.scan import ScanMode
from zero_slate.core.canvas.signals import facts_of
from zero_slate.core.canvas.sizes import BYTES_10_BIT_RGB, BYTES_HALF_RGBA
from zero_slate.core.checks.finding import Sentence
from zero_slate.core.colour.read_as import ReadBy
from zero_slate.core.media.placement import placement_words
from zero_slate.core.presentation import finish_words, stand_words, target_words
from zero_slate.core.presentation.colour_words import config_holds
from zero_slate.core.presentation.depth_words import (
    artwork_depth,
    stored_as,
    video_depth,
    working_depth,
)
from zero_slate.core.shot.context import ShotContext
from zero_slate.core.shot.read_element import read_element
from zero_slate.core.time.film import FeetFrames, drawings
from zero_slate.core.time.frames import CountAt


def canvas(context: ShotContext) -> Sentence:
    """Say what a frame weighs."""
    pixels = context.setup.canvas.pixels
    rate = Fraction(pixels * BYTES_10_BIT_RGB) * context.setup.rate.fraction / 10**6
    return Sentence(
        f"{megabytes(pixels * BYTES_10_BIT_RGB)} a frame as 10-bit RGB, {decimal(rate, 1)} MB/s; "
        f"{megabytes(pixels * BYTES_HALF_RGBA)} as half RGBA."
    )


def pixel_aspect(context: ShotContext) -> Sentence:
    """Say what the canvas looks like with its pixels' shape."""
    raster = context.setup.raster
    return Sentence(
        f"Shown {decimal(raster.shown_width, 2, trim=True)} × {raster.height}, "
        f"{aspect(raster.display_aspect)} : 1."
    )


def scan(context: ShotContext) -> Sentence:
    """Say how many pictures a frame holds."""
    if context.setup.scan.interlaced:
        fields = decimal(context.setup.rate.fraction * 2, 2, trim=True)
        first = "upper" if context.setup.scan is ScanMode.UPPER_FIRST else "lower"
        return Sentence(
            f"Two fields a frame, {fields} a second: {context.setup.work_range.length * 2} in the "
            f"work range, the {first} lines first."
        )
    return Sentence("One picture a frame.")


def signal(context: ShotContext) -> Sentence:
    """Say what the monitor gets."""
    facts = facts_of(context.setup.signal)
    if facts is None:
        return Sentence("No monitor: judged on the screen alone.")
    fields = f", {facts.scan}" if facts.scan.interlaced else ""
    size = facts.raster.size
    return Sentence(f"{size} at {facts.rate}{fields}, by {facts.standard}.")


def placing(context: ShotContext) -> Sentence:
    """Say what pictures become on the canvas."""
    canvas, pictures = context.setup.raster, context.placed_pictures
    if not pictures:
        said = {
            FitMode.INSIDE: "All of a picture is seen; bars where its shape differs.",
            FitMode.COVER: "The canvas is filled; what reaches past it is cut off.",
            FitMode.WIDTH: "As wide as the canvas; bars or cut off above and below.",
            FitMode.HEIGHT: "As tall as the canvas; bars or cut off left and right.",
            FitMode.PIXELS: "A pixel stays a pixel; bars or cut off all round.",
        }[context.setup.placing]
        return Sentence(said)
    if len(pictures) == 1:
        picture = pictures[0]
        return Sentence(f"{picture.element.media.name}: {placement_words(picture, canvas)}.")
    sizes = {picture.source.size for picture in pictures}
    own = sum(picture.element.placing is not None for picture in pictures)
    ways = f", {own} placed {'its' if own == 1 else 'their'} own way" if own else ""
    return Sentence(
        f"{counted(len(pictures), 'element')} in {counted(len(sizes), 'size')}{ways}; each stands "
        "beside."
    )


def working_scale(context: ShotContext) -> Sentence:
    """Say what size is drawn at, and what that saves."""
    try:
        sizes = context.setup.picture_sizes
    except RasterRefusal as refusal:
        return Sentence(str(refusal))
    worked = sizes.worked.size
    whole = f"{megabytes(worked.pixels * BYTES_HALF_RGBA)} a frame as half RGBA"
    if context.setup.working_scale.fraction == 1:
        return Sentence(f"Drawn at {worked}, {whole}; fills and backgrounds take this size.")
    less = "saves" if sizes.saved > 0 else "costs"
    pixels = abs(sizes.drawn.pixels - worked.pixels)
    per_cent = f"{decimal(abs(sizes.saved) * 100, 1, trim=True)} %"
    saved = f"{less} {per_cent}: {pixels:,} pixels, {megabytes(pixels * BYTES_HALF_RGBA)}"
    return Sentence(
        f"Drawn at {worked}, {whole}, {saved}. Fills and backgrounds take this size.",
        (f"{less} {per_cent}",),
    )


def overscan(context: ShotContext) -> Sentence:
    """Say what size is drawn with it."""
    try:
        sizes = context.setup.picture_sizes
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


def guides(context: ShotContext) -> Sentence:
    """Say how large the safe areas of the edit's frame are, and what each mask keeps."""
    shown, canvas = context.setup.guides, context.setup.raster
    parts = [
        f"{name} {safe_size(context.edit.raster, name)}" for name in SAFE_AREAS if name in shown
    ]
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


def region(context: ShotContext) -> Sentence:
    """Say what the region saves of the picture as it is worked: with overscan, at its scale."""
    if context.setup.region.whole:
        return Sentence("All of the canvas is worked on.")
    try:
        sizes = context.setup.picture_sizes
    except RasterRefusal as refusal:
        return Sentence(str(refusal))
    part, whole = sizes.region, sizes.worked.size
    saved = (whole.pixels - part.pixels) * BYTES_HALF_RGBA
    share = 1 - Fraction(part.pixels, whole.pixels)
    return Sentence(
        f"{part} of {whole}: saves {megabytes(saved)} a frame as half RGBA, "
        f"{decimal(share * 100, 1, trim=True)} %."
    )


def background(context: ShotContext) -> Sentence:
    """Say what the colour is in the working space, and how the line work stands on it."""
    here = context.setup.background
    ratio = here.colour.contrast(here.line)
    on = f"The line stands at {decimal(Fraction(ratio).limit_denominator(10**6), 1)} : 1 on it"
    kept = "; alpha is kept" if here.alpha else "; opaque"
    found = context.background
    if found is None:
        return Sentence(f"{on}{kept}; its value in the working space isn't known.")
    value = " ".join(f"{channel:.3f}" for channel in found)
    return Sentence(f"{value} in {context.setup.working_space}. {on}{kept}.")


def rate(context: ShotContext) -> Sentence:
    """Say how long a frame and a second are."""
    fps = context.setup.rate
    said = f"A frame lasts {decimal(1000 / fps.fraction, 2)} ms."
    if fps.fraction.denominator == 1:
        return Sentence(said)
    slow = fps.seconds(fps.nominal * 3600) - 3600
    behind = "behind" if slow > 0 else "ahead of"
    return Sentence(
        f"{said} Non-drop timecode is {decimal(abs(slow), 1)} s {behind} the clock after an hour."
    )


def timecode(context: ShotContext) -> Sentence:
    """Say how labels are counted."""
    if context.setup.drops:
        left_out = context.setup.rate.nominal // 15
        return Sentence(
            f"{left_out} labels are left out at each minute but every tenth, to keep with the "
            "clock."
        )
    return Sentence(f"Every label from 0 to {context.setup.rate.nominal - 1} in each second.")


def count(context: ShotContext) -> Sentence:
    """Say which moment the number stands at."""
    setup = context.setup
    if setup.count.at.from_source:
        known = context.anchor.file if setup.count.at is CountAt.FILE else context.anchor.timecode
        if known is None:
            return Sentence("Not known until files are linked; numbered as it was until then.")
        said = "As in the files' names" if setup.count.at is CountAt.FILE else "Frames of timecode"
        return Sentence(f"{said}: the cut begins at {setup.cut_range.first}.")
    what = f"The {setup.count.at}'s first frame" + (
        " as it was counted"
        if setup.count.at is CountAt.CLIP and setup.clip_range.first != setup.count.number
        else ""
    )
    if context.event is None:
        return Sentence(f"{what} is {setup.count.number}.")
    return Sentence(
        f"{what} is {setup.count.number}; source {context.event.source_in} is "
        f"{setup.cut_range.first}."
    )


def handles(context: ShotContext) -> Sentence:
    """Say what the handles add."""
    required = context.setup.handles
    extra = required.head + required.tail
    return Sentence(
        f"{counted(extra, 'frame')} beyond the cut, {seconds(context.setup.rate.seconds(extra))}."
    )


def cut_range(context: ShotContext) -> Sentence:
    """Say how long the cut is."""
    frames = context.setup.cut_range.length
    said = f"{counted(frames, 'frame')}, {seconds(context.setup.rate.seconds(frames))}"
    if context.event is None:
        return Sentence(said + ".")
    return Sentence(f"{said}; in the edit from {context.event.record_in}.")


def work_range(context: ShotContext) -> Sentence:
    """Say how long the work range is, in the trade's lengths."""
    setup = context.setup
    frames = setup.delivered_length
    blank = f", {setup.work_range.length} and a blank one" if setup.closing.frames else ""
    locked = f" Locked by {context.lock.who}." if context.lock else ""
    return Sentence(
        f"{counted(frames, 'frame')}{blank}, {seconds(setup.rate.seconds(frames))}, "
        f"{FeetFrames(frames)} feet; {counted(drawings(setup.work_range.length, 2), 'drawing')} "
        f"on twos.{locked}"
    )


def clip_range(context: ShotContext) -> Sentence:
    """Say what the clip has beyond the work range."""
    clip, work = context.setup.clip_range, context.setup.work_range
    head, tail = work.first - clip.first, clip.last - work.last
    if head == tail == 0:
        return Sentence(f"{counted(clip.length, 'frame')}, the work range and no more.")
    return Sentence(
        f"{counted(clip.length, 'frame')}: {head} more at the head and {tail} at the tail than "
        "the work range."
    )


def closing(context: ShotContext) -> Sentence:
    """Say how long the delivery is."""
    setup = context.setup
    if setup.closing.frames:
        return Sentence(
            f"Delivered: {counted(setup.delivered_length, 'frame')}, blank at "
            f"{setup.work_range.last + 1}."
        )
    return Sentence(f"Delivered: {counted(setup.delivered_length, 'frame')}, the work range.")


def start_timecode(context: ShotContext) -> Sentence:
    """Say which frame the label stands at."""
    label = context.setup.start_label
    if label is None:
        return Sentence("None of its own; timecode is the edit's and the source's.")
    clip = context.setup.clip_range
    return Sentence(
        f"Frame {clip.first} of the clip; its last, {clip.last}, is {label + (clip.length - 1)}."
    )


def color_config(context: ShotContext) -> Sentence:
    """Say which config it is, and how much it offers."""
    config = context.config
    if config is None or config.names is None:
        return Sentence("What it offers isn't known until it can be read.")
    held = f", held by {config.held}" if config.held else ""
    return Sentence(
        f"{config.where[0].upper()}{config.where[1:]}{held}, version {config.version}: "
        f"{config_holds(config)}. Fingerprint {config.fingerprint}."
    )


def working_space(context: ShotContext) -> Sentence:
    """Say what 18 % grey becomes on the display."""
    if context.probe is None:
        return Sentence("What it looks like can't be worked out until every name is known.")
    return Sentence(f"18 % grey is 0.180 here and {context.probe.grey:.2f} on the display.")


def read_rules(context: ShotContext) -> Sentence:
    """Say what decides how the shot's elements are read."""
    told: dict[ReadBy, list[str]] = {}
    for element in context.elements:
        if read := read_element(context.setup, context.names, element):
            told.setdefault(read.by, []).append(element.short_name(context.setup.code))
    if not told:
        return Sentence("Files are read by their tags." if not context.setup.read_rules.rules
                        else "No element is read by them yet.")  # fmt: skip
    words = {
        ReadBy.EXCEPTION: "by an exception",
        ReadBy.RULE: "by a rule",
        ReadBy.TAG: "by their tags",
        ReadBy.CONFIG: "by the config’s own rules",
        ReadBy.SAMPLES: "by their samples",
    }
    said = "; ".join(f"{', '.join(told[by])} {words[by]}" for by in ReadBy if by in told)
    return Sentence(f"Read: {said}.")


def light_copies(context: ShotContext) -> Sentence:
    """Say which elements get light copies, and how much smaller they are."""
    asked = context.setup.light_copies
    if not asked.are_made:
        return Sentence("None: everything is played from its own files.")
    wide = [e for e in context.elements if asked.wanted_for(e.media.header.size.width)]
    code = context.setup.code
    names = ", ".join(each.short_name(code) for each in wide)
    of = f"of {names}" if wide else f"of pictures from {asked.from_width} pixels wide on"
    less = asked.fraction.denominator**2
    begun = ", made as they are linked" if asked.as_linked else ""
    return Sentence(f"{asked.words}, {of}{begun}: {less} times fewer pixels to read.")


def grade_space(context: ShotContext) -> Sentence:
    """Say what the shot's grade does, and where it is from."""
    if context.grade is None:
        return Sentence("No grade: neither the shot nor its cut has one.")
    return Sentence(f"Graded: {context.grade.words}.")


def viewing(context: ShotContext) -> Sentence:
    """Say what white becomes on the display."""
    if context.probe is None:
        return Sentence("What it looks like can't be worked out until every name is known.")
    return Sentence(f"White at 1.0 is {context.probe.white:.2f} on the display.")


def code(context: ShotContext) -> Sentence:
    """Say where the code is used."""
    return Sentence(f"Files begin with {context.setup.code}.")


def title(context: ShotContext) -> Sentence:
    """Say what is printed as title."""
    setup = context.setup
    if setup.title:
        return Sentence("Printed on sheets and slates.")
    return Sentence(f"Printed as “{printed_title(setup.code, '')}”, from the code.")


def subtitle(context: ShotContext) -> Sentence:
    """Say what is printed as subtitle."""
    if context.setup.subtitle:
        return Sentence("Printed under the title.")
    return Sentence("The production's title is printed under the title.")


# What each setting of a shot means, by its key.
MEANINGS: dict[str, Callable[[ShotContext], Sentence]] = {
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
    "color_config": color_config,
    "working_space": working_space,
    "working_depth": working_depth,
    "artwork_depth": artwork_depth,
    "video_depth": video_depth,
    "stored_as": stored_as,
    "light_copies": light_copies,
    "read_rules": read_rules,
    "grade_space": grade_space,
    "viewing": viewing,
    "camera": stand_words.camera,
    "focus": stand_words.focus,
    "order": stand_words.order,
    "eyes": stand_words.eyes,
    "views": stand_words.views,
    "distances": stand_words.distances,
    "travel": stand_words.travel,
    "finish": finish_words.finish,
    "steadiness": finish_words.steadiness,
    "grain": finish_words.grain,
    "targets": target_words.targets,
    "code": code,
    "title": title,
    "subtitle": subtitle,
}
