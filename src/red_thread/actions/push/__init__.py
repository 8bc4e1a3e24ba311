"""Pushes and pull-backs."""
