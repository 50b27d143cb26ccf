"""Jobs and their revisions in SQLite."""
