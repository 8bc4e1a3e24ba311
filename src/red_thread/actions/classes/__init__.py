"""Classes and rosters."""
