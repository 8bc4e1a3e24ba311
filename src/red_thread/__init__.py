"""Red Thread: one master, every student's own notebook tied to it."""
