"""Files that somebody brings in: told by their kinds, read within limits, gathered to pages and students."""
