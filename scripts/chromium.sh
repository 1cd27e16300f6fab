#!/bin/sh
# Browser tests and pictures drive Debian's chromium. Installs it where we may, else says what to do.
[ -x /usr/bin/chromium ] && exit 0
if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null; then
  echo "Installing Debian's chromium…"
  apt-get update -qq >/dev/null && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq chromium >/dev/null && exit 0
fi
echo "The browser tests need /usr/bin/chromium. Install it with: sudo apt-get install chromium" >&2
exit 1
