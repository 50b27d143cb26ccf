-- A paper is found again by its code, and its bytes are checked against their sum.
ALTER TABLE paper ADD COLUMN code TEXT NOT NULL DEFAULT '';
ALTER TABLE paper ADD COLUMN sha256 TEXT NOT NULL DEFAULT '';
UPDATE paper SET sha256 = sha256_of(content);
CREATE INDEX paper_by_code ON paper (code);
CREATE INDEX paper_by_sha256 ON paper (sha256);
