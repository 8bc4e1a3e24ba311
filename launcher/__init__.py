"""What runs before anything is installed: the standard library only."""
