-- Who sent an entry is kept beside it: the device whose token it came with, never what the entry says of itself.
ALTER TABLE log ADD COLUMN sender TEXT NOT NULL DEFAULT '';
-- By database of a phone (“device” in its entries): who wrote under it first.
CREATE TABLE writer (
  device TEXT PRIMARY KEY,
  sender TEXT NOT NULL
)
