"""Staging in depth: a camera, the distances that elements stand at, and what is soft."""
