"""How time is typed: one grammar for every field that takes a frame, a range or a length.

    range    = moment sep moment | moment "+" length | measure      1001-1100, 1001+100, 4s
    sep      = "-" | "–" | ".." | "to"
    moment   = number | "=" signed | relative | timecode            1009, =-8, +8, 01:00:10:00
    relative = ("+" | "-") length                                   from what stands in the field
    length   = timecode | drawings | time | feet | number           00:00:04:12, 12x2, 2m3s, 6+12
    measure  = drawings | time | number "+" number "ft"             a length that shows its unit
    drawings = number ("x" | "×") number                            drawings, and frames each
    time     = [n "h"] [n "m"] [n "s"] [number "f"]                 at least one; the last of h, m
                                                                    and s may have decimals
    feet     = number "+" number ["ft"]                             35 mm: 16 frames to the foot

Spaces go anywhere between the pieces. A bare minus is relative, so a frame below zero is written
with “=”. In a range a plus after a moment begins a length: `1001+100` is a hundred frames from
1001; `6+12ft` is twelve feet and frames wherever it stands. A measure alone keeps the first frame
and sets the last. Hours, minutes and seconds are time by the clock; they are rounded once to
whole frames, halves up, and the reading says so.

`scanner` holds the pieces, `lengths`, `moments` and `ranges` the rules.
"""
