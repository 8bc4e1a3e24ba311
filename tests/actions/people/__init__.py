"""People: signing in, codes, the school's beginning."""
