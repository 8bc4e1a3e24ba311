"""Notebooks: what a page in one of them is, and what becomes of it."""
