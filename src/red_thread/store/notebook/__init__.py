"""The student's notebook: writing, its history, the drawer, knots."""
