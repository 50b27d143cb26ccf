"""The one reader of the job document: it turns a Job into what is given."""
