"""The quick line: several settings in one line, each word told apart by how it is written.

1998x1080          canvas size
1.85  16:9         shape of the canvas: agrees with a size in the line, else sets the other side
2:1  16:11         pixel aspect, or a shape: asked
23.976 25p 50i     rate, and the scan where the letter says it; up to 20, rate or handles: asked
1001-1108 1001+108 work range; after the word cut or clip, that range
8+8                handles
1001               count starts at, from 121 up
half third 2/3     working scale
10%                overscan or working scale: asked
64px               overscan
progressive upper lower, drop non-drop, inside cover, action thirds centre …
#808080            background
1080/25p           monitor signal
ACEScg             working space, by a name of the colour config

`line` parts a line and keeps what is set twice apart, `word` says all that a word can be.
"""
