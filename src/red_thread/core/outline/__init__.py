"""Dividers, sections and pages: their order, and where a new one goes in a notebook."""
