"""The rules, pure: values in, values out. No clock, no randomness, no input or output, no framework."""
