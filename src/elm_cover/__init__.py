"""Elm Cover: one attic insulation job, measured once, planned, followed and proved."""

__version__ = "0.1.0"
