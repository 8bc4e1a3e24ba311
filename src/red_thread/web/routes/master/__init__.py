"""The master: its outline, its pages, their past."""
