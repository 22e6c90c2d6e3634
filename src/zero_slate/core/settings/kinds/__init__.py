"""The kinds of setting: how each is typed, read and written."""
