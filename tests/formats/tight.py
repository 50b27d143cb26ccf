"""The process that unpacks pictures, with next to no memory."""

from __future__ import annotations

import sys

from elm_cover.formats import pixels

pixels.MOST_MEMORY_BYTES = 100_000_000

if __name__ == "__main__":
    sys.exit(pixels.main())
