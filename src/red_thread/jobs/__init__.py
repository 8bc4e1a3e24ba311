"""The queue's entry points: a few lines each, then an action."""
