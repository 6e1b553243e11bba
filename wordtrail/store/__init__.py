"""Rows and files: lessons, takes, trails, jobs, videos and links, in SQLite through SQLAlchemy.

In: core values. Out: the same values, kept. Every row has an owner, files go through one blob
interface, and no statement is SQLite's alone.
"""
