#!/bin/sh
# The browser tests drive Debian's Chromium; install it where it is missing and that may be done.
set -eu
if [ -n "${ZERO_SLATE_CHROMIUM:-}" ] || command -v chromium >/dev/null 2>&1; then
	exit 0
fi
if command -v apt-get >/dev/null 2>&1 && [ "$(id -u)" = 0 ]; then
	echo "Installing Chromium for the browser tests …"
	apt-get update -qq
	DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends chromium >/dev/null
	exit 0
fi
echo "There is no Chromium, so the browser tests are left out: install the package chromium," \
	"or set ZERO_SLATE_CHROMIUM to its path." >&2
