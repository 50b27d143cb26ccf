"""Edits of a job document that need geometry. Pure: a document in, a new one out."""
