"""What chance is let loose on: properties, the API, servers that are killed, and files."""
