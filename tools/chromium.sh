#!/bin/sh
# The browser that the interface tests drive, the tool that puts a certificate into it, and the proxy that one of them puts before the
# program. Installed from Debian's packages where that is allowed.
command -v chromium >/dev/null && command -v certutil >/dev/null && { command -v nginx || [ -x /usr/sbin/nginx ]; } >/dev/null && exit 0
if command -v apt-get >/dev/null; then
  if [ "$(id -u)" = 0 ]; then as=; elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then as="sudo -n"; else as=no; fi
  if [ "$as" != no ]; then
    echo "Installing Debian's chromium, its certificate tool and nginx for the interface tests ..."
    $as apt-get update -qq && $as apt-get install -y -qq chromium libnss3-tools >/dev/null && $as apt-get install -y -qq nginx-light >/dev/null
    command -v chromium >/dev/null && exit 0
  fi
fi
command -v chromium >/dev/null && exit 0
echo "The interface tests need chromium on the PATH. On Debian: sudo apt-get install chromium" >&2
exit 1
