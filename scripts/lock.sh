#!/bin/sh
# Pin the newest versions that fit, without naming where they come from.
set -eu
compile="$1/pip-compile -q --upgrade --strip-extras --allow-unsafe --no-header --annotation-style=line
	--no-emit-index-url --no-emit-find-links --no-emit-trusted-host"
$compile -o requirements.lock pyproject.toml
$compile --extra dev -c requirements.lock -o requirements-dev.lock pyproject.toml
cd frontend && npm update
