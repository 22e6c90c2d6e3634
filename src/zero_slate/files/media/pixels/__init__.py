"""The pixels of files: read, shrunk, looked at, counted. All of it runs in worker processes."""
