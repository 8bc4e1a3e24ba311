"""Who has what."""
