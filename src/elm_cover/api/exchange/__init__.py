"""Files in and out over HTTP."""
