#!/bin/sh
# The browser that the interface tests drive. Installed from Debian's packages where that is allowed.
command -v chromium >/dev/null && exit 0
if command -v apt-get >/dev/null; then
  if [ "$(id -u)" = 0 ]; then as=; elif command -v sudo >/dev/null && sudo -n true 2>/dev/null; then as="sudo -n"; else as=no; fi
  if [ "$as" != no ]; then
    echo "Installing Debian's chromium for the interface tests ..."
    $as apt-get update -qq && $as apt-get install -y -qq chromium >/dev/null && exit 0
  fi
fi
echo "The interface tests need chromium on the PATH. On Debian: sudo apt-get install chromium" >&2
exit 1
