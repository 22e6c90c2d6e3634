"""What stands between a request and the services: where it comes from, and how large it may be."""
