-- What calendar files have told of each job and day, by which file (all crews, or one): so that a job that moves, moves, and a day
-- that is gone is called off.
CREATE TABLE told_event (
  scope TEXT NOT NULL,
  uid TEXT NOT NULL,
  day TEXT NOT NULL,
  sequence INTEGER NOT NULL,
  off INTEGER NOT NULL,
  event TEXT NOT NULL,
  PRIMARY KEY (scope, uid)
)
