"""Files in and out: bytes to core values and back. What cannot be read is told by file and line."""
