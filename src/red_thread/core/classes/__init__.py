"""Classes: what taking a roster in will do, and names to sign in with."""
