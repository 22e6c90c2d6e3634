"""Processes that reckon answers beside the one that serves: a thread alone would wait for others.

The server takes requests, writes, and does long work; what only reads is answered by whichever
process is free. Each reads the database in a snapshot of its own, and what it keeps is kept under
that snapshot's stamps, so that it never matters which of them is asked.
"""
