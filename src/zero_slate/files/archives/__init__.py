"""Archives: a production or a shot in one ZIP file, with the hash of all that is in it."""
