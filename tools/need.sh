#!/bin/sh
# Says plainly which tool is missing, before anything half-installs.
python=${1:-python3.11}
if ! "$python" -c 'import sys; sys.exit(sys.version_info < (3, 11))' 2>/dev/null; then
  echo "Elm Cover needs Python 3.11 with venv (tried: $python). On Debian: apt-get install python3.11 python3.11-venv; or make PYTHON=/path/to/python3.11" >&2
  exit 1
fi
if ! command -v node >/dev/null || ! node -e 'process.exit(Number(process.versions.node.split(".")[0]) < 20 ? 1 : 0)'; then
  echo "Elm Cover needs Node 20 or newer with npm, to build its screens." >&2
  exit 1
fi
